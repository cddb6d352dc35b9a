using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Exposures;
using GentleMole.Core.Soil;
using GentleMole.Core.Trace;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Frame;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Firm;

/// <summary>How true are our marks: what was dug up against what was stated, and what follows for the ±.</summary>
internal sealed class TruthPage(MoleDb db, PlaceClock clock) : FirmPage(db)
{
    /// <summary>Of one kind of mark: how its places and its depths did.</summary>
    public sealed record Group(string By, string What, IntervalTruth Place, IntervalTruth Depth);

    private List<UncoveredLine> _holes = [];
    private Dictionary<int, string> _receivers = [];

    public FirmSettings Firm { get; private set; } = new();

    /// <summary>Everything that was dug up, marked or not.</summary>
    public int Holes => _holes.Count;

    /// <summary>Those over which a mark was.</summary>
    public int Marked { get; private set; }

    /// <summary>Of these, how many marks were over something else: no ± says anything of them.</summary>
    public int Wrong { get; private set; }

    public int Unmarked => Holes - Marked;

    public int Damaged => _holes.Count(h => h.IsDamaged);

    public IntervalTruth Place { get; private set; } = IntervalTruth.Of([]);

    public IntervalTruth Depth { get; private set; } = IntervalTruth.Of([]);

    public IReadOnlyList<Group> Groups { get; private set; } = [];

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Firm = await Db.Firms.SingleAsync(cancellation);
        _holes = await Db.Uncovered.AsNoTracking().OrderBy(u => u.TakenAt).ToListAsync(cancellation);
        _receivers = await Db.Instruments.AsNoTracking().ToDictionaryAsync(i => i.Id, i => i.Name, cancellation);
        var marked = _holes.Where(h => h is { AcrossMetres: not null, AcrossHalfMetres: not null }).ToList();
        var right = marked.Where(h => !MarkError.IsWrong(Estimate.Symmetric(h.AcrossMetres!.Value, h.AcrossHalfMetres!.Value))).ToList();
        (Marked, Wrong) = (marked.Count, marked.Count - right.Count);
        (Place, Depth) = (IntervalTruth.Of(Places(right)), IntervalTruth.Of(Depths(right)));
        Groups =
        [
            .. Grouped(right, "found by", h => h.MarkedBy is { } by ? TogetherWords.By(by) : null),
            .. Grouped(right, "hookup", h => h.Method is { } method ? LineWords.Method(method) : null),
            .. Grouped(right, "frequency", h => h.FrequencyHertz is { } hertz ? hertz < 2000 ? "under 2 kHz" : hertz < 20_000 ? "2 to 20 kHz" : "over 20 kHz" : null),
            .. Grouped(right, "receiver", h => h.ReceiverId is { } id ? _receivers.GetValueOrDefault(id) : null),
            .. Grouped(right, "ground", h => h.SoilOhmMetres < 50 ? "wet, clay (under 50 Ω·m)" : h.SoilOhmMetres < 300 ? "loam, moist sand" : "dry, rock (over 300 Ω·m)"),
            .. Grouped(right, "verdict", h => h.Verdict is { } verdict ? MarkWords.Dot(verdict) : null),
        ];
    }

    private IEnumerable<Group> Grouped(List<UncoveredLine> holes, string by, Func<UncoveredLine, string?> of) =>
        holes.GroupBy(of).Where(g => g.Key is not null).OrderBy(g => g.Key, StringComparer.Ordinal).Select(g => new Group(by, g.Key!, Place.OfGroup(Places(g)), Depth.OfGroup(Depths(g))));

    private static List<Estimate> Places(IEnumerable<UncoveredLine> holes) =>
        [.. holes.Select(h => MarkError.AsMeasured(Estimate.Symmetric(h.AcrossMetres!.Value, h.AcrossHalfMetres!.Value), Exposure.PlaceHalfMetres, h.AcrossTimes))];

    private static List<Estimate> Depths(IEnumerable<UncoveredLine> holes) =>
        [.. holes.Where(h => h is { DeeperMetres: not null, DeeperHalfMetres: not null }).Select(h => MarkError.AsMeasured(Estimate.Symmetric(h.DeeperMetres!.Value, h.DeeperHalfMetres!.Value), h.Measured.Centre.HalfWidth, h.DepthTimes))];

    /// <summary>The ± of places, or of depths, are made so many times as wide from now on.</summary>
    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var (what, times) = (reader.Text("what", 10, required: true), reader.Number("times", "times", Times));
        if (times is null && !reader.Errors.Any(e => e.Field == "times"))
        {
            reader.Refuse("times", "How many times as wide? 1 leaves them as they are reckoned.");
        }

        if (reader.IsGood && what is not ("place" or "depth"))
        {
            reader.Refuse("times", "Say whether it is for places or for depths.");
        }

        // Back to what is reckoned one may always go; elsewhere only where what was dug up says so.
        var truth = what == "place" ? Place : Depth;
        if (reader.IsGood && times != 1 && (truth.Holes < IntervalTruth.Enough || times < truth.Factor.Low95 || times > truth.Factor.High95))
        {
            reader.Refuse("times", truth.Holes < IntervalTruth.Enough
                ? $"{truth.Holes} holes say too little; {IntervalTruth.Enough} are needed."
                : string.Create(CultureInfo.InvariantCulture, $"What was dug up says {truth.Factor.Low95:0.00} to {truth.Factor.High95:0.00}; or 1, as it is reckoned."));
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var (to, since) = (Math.Round(times!.Value, 2), (Instant?)clock.Moment);
        if (what == "place")
        {
            (Firm.AcrossTimes, Firm.AcrossTimesSince) = (to, since);
        }
        else
        {
            (Firm.DepthTimes, Firm.DepthTimesSince) = (to, since);
        }

        await SaveAsync();
        return RedirectToPage();
    }

    /// <summary>Nobody makes the ± of a mark ten times as wide; then the tool is wrong.</summary>
    private static readonly Bounds Times = new(0.5, 4);

    /// <summary>One sentence on all of it.</summary>
    public (string Shape, string Say, string Why) Verdict
    {
        get
        {
            var (place, depth) = (Place.IsOfferedOver(Firm.AcrossTimes), Depth.IsOfferedOver(Firm.DepthTimes));
            return Holes == 0 ? ("open", "Nothing was dug up yet.", "Every hole that is written down on its job counts here.")
                : Marked < IntervalTruth.Enough ? ("open", $"{Marked} of {Holes} places dug up had a mark; {IntervalTruth.Enough} are needed before anything may change.", "Few holes say little: what they say so far stands below.")
                : place || depth ? ("caution", $"The ± of {(place && depth ? "places and depths are" : place ? "places are" : "depths are")} not what was dug up.", "The factor is offered below. Taking it is the lead’s choice, and logged; it holds for dots taken from then on.")
                : Firm.AcrossTimes == 1 && Firm.DepthTimes == 1 ? ("sound", "What was dug up fits what was stated.", "Nothing needs to change.")
                : ("sound", "What was dug up fits the factor that was taken.", "Dots taken since then carry it; what was stated before stays as it was stated.");
        }
    }

    /// <summary>How often the truth lay inside, in words.</summary>
    public static string Share(IntervalTruth truth) => truth.Holes == 0 ? "–" : $"{truth.Inside} of {truth.Holes}";

    public static string Range(Estimate value, string format) => string.Create(CultureInfo.InvariantCulture, $"{value.Value.ToString(format, CultureInfo.InvariantCulture)} ({value.Low95.ToString(format, CultureInfo.InvariantCulture)} to {value.High95.ToString(format, CultureInfo.InvariantCulture)})");
}
