using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>A utility with its dots and the line through the accepted ones.</summary>
/// <param name="Records">Lines read off its owner's plans.</param>
internal sealed record SheetLine(SoughtLine Line, IReadOnlyList<JudgedDot> Dots, TracedLine Traced, IReadOnlyList<RecordLine> Records)
{
    public double ZoneHalfWidth(double toleranceMetres) =>
        ToleranceZone.HalfWidth(Line.OutsideDiameterMetres ?? 0, toleranceMetres);

    /// <summary>The run by the owner's plan: as drawn on the notice, else the longest line of its records.</summary>
    public Run? Expected => Line.ExpectedRun.Count >= 2
        ? new Run(Line.ExpectedRun)
        : Records.Select(r => new Run(r.Points)).MaxBy(r => r.Length);

    /// <summary>Where the line is taken to run: as marked, else as plans say; null when neither is known.</summary>
    public Run? BestRun => Traced.Run ?? Expected;

    /// <summary>Where signal is taken to run: as marked, and on as plans say.</summary>
    public Run? SupposedRun => JoinedRun.Of(Traced.Run, Expected);
}
