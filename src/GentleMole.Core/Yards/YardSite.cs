using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>SIMULATED. A yard as a seed laid it out: what may be seen, and the ground that nobody sees before the end.</summary>
/// <param name="Ground">TRUTH.</param>
/// <param name="Target">TRUTH: the lines that are sought.</param>
/// <param name="Utility">What is sought.</param>
/// <param name="Owner">Whose it is.</param>
/// <param name="Area">Where it is to be marked.</param>
/// <param name="SoilOhmMetres">What is known of the soil: from, to.</param>
public sealed record YardSite(
    HiddenGround Ground, IReadOnlyList<string> Target, UtilityKind Utility, string Owner, IReadOnlyList<SitePoint> Area, (double Low, double High) SoilOhmMetres,
    IReadOnlyList<YardFeature> Features, IReadOnlyList<YardRecord> Records, IReadOnlyList<YardSurface> Surfaces)
{
    /// <summary>TRUTH: lines of the target that no evidence reaches; nobody is blamed for leaving them unmarked.</summary>
    public IReadOnlyList<string> Unknowable { get; init; } = [];

    /// <summary>TRUTH: lines that nothing tells from the target; marks on them are as good.</summary>
    public IReadOnlyList<string> SameToAll { get; init; } = [];

    /// <summary>TRUTH: what nobody can answer for, whoever listens; it is to be passed on.</summary>
    public bool IsToBePassedOn => Unknowable.Count > 0 || SameToAll.Count > 0;

    /// <summary>So far round the area one may go.</summary>
    public const double RoundMetres = 100;

    /// <summary>TRUTH: lines on no record that lie in the area.</summary>
    public IEnumerable<BuriedLine> Strangers => Ground.Lines.Where(l => !Target.Contains(l.Id) && Records.All(r => r.Of != l.Id)
        && Enumerable.Range(0, (int)l.Run.Length + 1).Count(at => YardRings.Outside(Area, l.Run.At(at)) <= 0) > LeastInMetres);

    /// <summary>Less of a line than this in the area is not worth a word.</summary>
    private const int LeastInMetres = 2;

    /// <summary>What may be marked and answered: what the records tell of, and what is unknown.</summary>
    public IReadOnlyList<UtilityKind> Utilities => [.. Records.Select(r => r.Utility).Prepend(Utility).Distinct().Where(u => u != UtilityKind.Unknown), UtilityKind.Unknown];

    /// <summary>What one stands on.</summary>
    public YardSurfaceKind SurfaceAt(SitePoint place) => Surfaces.LastOrDefault(s => YardRings.Holds(s.Ring, place))?.Kind ?? YardSurfaceKind.Soil;

    /// <summary>A connection by its id, with the feature it is at.</summary>
    public (YardFeature Feature, YardConnection Connection)? Connection(string id) =>
        Features.SelectMany(f => f.Connections.Select(c => ((YardFeature, YardConnection)?)(f, c))).FirstOrDefault(c => c!.Value.Item2.Id == id);
}
