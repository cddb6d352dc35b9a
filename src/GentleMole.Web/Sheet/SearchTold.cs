using GentleMole.Core.Fault;
using GentleMole.Core.Site;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>A search for a fault worked out: what the frame found, and where it goes next.</summary>
internal sealed class SearchTold
{
    private readonly Run? _cable;

    private SearchTold(FaultSearch search, SheetLine line)
    {
        (Search, Line) = (search, line);
        _cable = line.BestRun is { } run ? search.IsFromFarEnd ? new Run(run.Points.Reverse()) : run : null;
        Profile = search.Profile;
        var finding = FaultFit.Of(Profile);
        Finding = finding.IsGood ? finding.Value : null;
        Next = search.Prep.Next == FaultPrepStep.Ready ? FrameNext.Of(Profile.Readings, search.ReferenceLevel, search.PinnedMetres, _cable?.Length) : null;
    }

    public FaultSearch Search { get; }

    public SheetLine Line { get; }

    public FaultProfile Profile { get; }

    /// <summary>Null while there are too few readings.</summary>
    public FaultFinding? Finding { get; }

    /// <summary>Null before the walk may begin.</summary>
    public FrameNext? Next { get; }

    /// <summary>The cable from the near end on; null while nobody knows where it runs.</summary>
    public Run? Cable => _cable;

    public static SearchTold Of(FaultSearch search, SheetLine line) => new(search, line);

    /// <summary>A place along the cable on the plan; null where nobody knows where it runs, or it ends before.</summary>
    public SitePoint? PlaceAt(double along) => _cable is { } cable && along >= -0.5 && along <= cable.Length + 0.5 ? cable.At(Math.Clamp(along, 0, cable.Length)) : null;
}
