using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;

namespace GentleMole.Store.Evidence;

/// <summary>Dots made of samples, written without the object mapper.</summary>
internal static class DotRows
{
    /// <summary>Number of the last dot of a line.</summary>
    public static int LastNumber(WriteSession session, int lineId) =>
        (int)session.Prepare("SELECT DotsNumbered FROM Lines WHERE Id = ?1").Number(lineId)!.Value;

    public static void SetLastNumber(WriteSession session, int lineId, int number) =>
        session.Prepare("UPDATE Lines SET DotsNumbered = ?2 WHERE Id = ?1").Run(lineId, number);

    /// <summary>Makes a dot; false when its id is a dot already, and then nothing is changed.</summary>
    public static bool Insert(WriteSession session, int jobId, int lineId, int? hookupId, int number, Sample s) => session.Prepare(
        """
        INSERT INTO Readings (Id, JobId, LineId, HookupId, Number, TakenAt, Utility, EastMetres, NorthMetres, Peak, "Null", DepthMetres,
            CurrentMilliamps, DirectionDegrees, FrequencyHertz, Feature, Across, State, StateNote)
        VALUES (?1, ?2, ?3, ?4, ?5, ?6, ?7, ?8, ?9, ?10, ?11, ?12, ?13, ?14, ?15, ?16, '[]', ?17, '')
        ON CONFLICT (Id) DO NOTHING
        """)
        .Run(
            StoredId.Bytes(s.Id), jobId, lineId, hookupId, number, s.TakenAt, s.Utility, s.EastMetres, s.NorthMetres, s.Peak, s.Null, s.DepthMetres,
            s.CurrentMilliamps, s.DirectionDegrees, s.FrequencyHertz, (int)LineFeature.Plain, (int)DotState.Taken) == 1;
}
