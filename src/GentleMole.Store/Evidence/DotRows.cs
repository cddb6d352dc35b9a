using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;

namespace GentleMole.Store.Evidence;

/// <summary>Dots made of samples, written without the object mapper.</summary>
internal static class DotRows
{
    public static int LastNumber(WriteSession session, int lineId) =>
        (int)((long?)session.Prepare("SELECT max(Number) FROM Readings WHERE LineId = ?1").Scalar(lineId) ?? 0);

    public static void Insert(WriteSession session, int jobId, int lineId, int? hookupId, int number, Sample s) => session.Prepare(
        """
        INSERT INTO Readings (Id, JobId, LineId, HookupId, Number, TakenAt, Utility, EastMetres, NorthMetres, Peak, "Null", DepthMetres,
            CurrentMilliamps, DirectionDegrees, FrequencyHertz, Feature, Across, State, StateNote)
        VALUES (?1, ?2, ?3, ?4, ?5, ?6, ?7, ?8, ?9, ?10, ?11, ?12, ?13, ?14, ?15, ?16, '[]', ?17, '')
        """)
        .Run(
            StoredId.Bytes(s.Id), jobId, lineId, hookupId, number, s.TakenAt, s.Utility, s.EastMetres, s.NorthMetres, s.Peak, s.Null, s.DepthMetres,
            s.CurrentMilliamps, s.DirectionDegrees, s.FrequencyHertz, (int)LineFeature.Plain, (int)DotState.Taken);
}
