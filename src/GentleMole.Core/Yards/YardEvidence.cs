using System.Numerics;
using GentleMole.Core.Instruments;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>TRUTH: a round as its judges see it: what was listened to near the marks, and on which hookup they rest.</summary>
internal sealed class YardEvidence
{
    /// <summary>A reading so near to marks was taken along them.</summary>
    public const double AlongMetres = 1.5;

    /// <summary>Of so many times its noise a response can be read.</summary>
    public const double ReadableTimes = 10;

    public YardEvidence(YardRound round)
    {
        Round = round;
        Marks = round.Marks.GetValueOrDefault(Site.Utility, []);
        Painted = SiteRules.IsRun([.. Marks.Select(m => m.Place)]) && Marks.Count > 1 ? new Run(Marks.Select(m => m.Place)) : null;
        Target = [.. Site.Ground.Lines.Where(l => Site.Target.Contains(l.Id))];
        Active = [.. round.Readings.Where(r => r.Hookup > 0 && round.Hookups[r.Hookup - 1].IsSending).Select(r => r with { Hookup = FirstLike(r.Hookup) }).DistinctBy(t => (t.Hookup, t.Ask))];
        var groups = Active.GroupBy(r => r.Hookup).ToList();
        RestsOn = groups.Count == 0 ? null : groups.MaxBy(g => (g.Count(IsAlong) * 1_000_000L) + g.Count())!.Key;
        Sought = [.. Target.Where(l => !Site.Unknowable.Contains(l.Id)).SelectMany(l => Along(l, 1)).Where(p => YardRings.Outside(Site.Area, p.Line.Run.At(p.AtMetres)) <= 0)];
    }

    public YardRound Round { get; }

    public YardSite Site => Round.Site;

    /// <summary>Of the target.</summary>
    public IReadOnlyList<YardPoint> Marks { get; }

    public Run? Painted { get; }

    public IReadOnlyList<BuriedLine> Target { get; }

    /// <summary>Places of the target in the area that can be known, a metre apart.</summary>
    public IReadOnlyList<(BuriedLine Line, double AtMetres)> Sought { get; }

    /// <summary>What was read of something sent, each place and way once.</summary>
    public IReadOnlyList<YardTaken> Active { get; }

    /// <summary>Number of the hookup that the marks rest on.</summary>
    public int? RestsOn { get; }

    public YardHooked? Rests => RestsOn is { } on ? Round.Hookups[on - 1] : null;

    /// <summary>Where a hookup is: its feature, or the box.</summary>
    public SitePoint? PlaceOf(YardHooked hooked) => hooked.Hookup.Connection is { } id ? Site.Connection(id)?.Feature.Place : hooked.Hookup.Box?.Place;

    /// <summary>Lines that count as what is sought: where nothing tells two apart, both.</summary>
    public bool IsSought(string line) => Site.Target.Contains(line) || Site.SameToAll.Contains(line);

    /// <summary>A reading was taken along the marks.</summary>
    public bool IsAlong(YardTaken taken) => Painted is { } run && run.Project(taken.Ask.Place).Foot.DistanceTo(taken.Ask.Place) <= AlongMetres;

    /// <summary>The nearest line to a place, and how far it is.</summary>
    public (BuriedLine Line, double Metres) Nearest(SitePoint place) =>
        Site.Ground.Lines.Select(l => (l, l.Run.Project(place).Foot.DistanceTo(place))).MinBy(n => n.Item2);

    /// <summary>Current in a line of a hookup, in step with what is sent, A.</summary>
    public Complex Current(YardHooked hooked, BuriedLine line, double atMetres) =>
        hooked.Heard.Count == 0 ? 0 : Site.Ground.CurrentAt(hooked.Heard[0], line.Id, atMetres) * Complex.Conjugate(hooked.Lead);

    /// <summary>Strength over a line that carries so much, were it alone, at the lower coil; tesla.</summary>
    public static double Over(double amperes, BuriedLine line, double atMetres) => 2e-7 * amperes / (line.DepthAt(atMetres).Metres + YardReadingAsk.OnGroundMetres);

    /// <summary>A response of so many tesla can be read at a frequency.</summary>
    public bool IsReadable(double tesla, double hertz)
    {
        var build = ReceiverBuild.Of(Round.Instrument.Receiver, hertz);
        return tesla >= ReadableTimes * Math.Sqrt((build.RelativeNoise * build.RelativeNoise * tesla * tesla) + (build.FloorTesla * build.FloorTesla));
    }

    /// <summary>Share of what is sought over which a hookup can be read.</summary>
    public double ReadableShare(YardHooked hooked, double times = 1) =>
        Sought.Count == 0 ? 0 : Sought.Count(p => IsReadable(times * Over(Current(hooked, p.Line, p.AtMetres).Magnitude, p.Line, p.AtMetres), hooked.Hertz)) / (double)Sought.Count;

    /// <summary>Places along a line.</summary>
    public static IEnumerable<(BuriedLine Line, double AtMetres)> Along(BuriedLine line, double stepMetres)
    {
        var steps = Math.Max(1, (int)Math.Ceiling(line.Run.Length / stepMetres));
        return Enumerable.Range(0, steps + 1).Select(k => (line, line.Run.Length * k / steps));
    }

    /// <summary>A hookup made again just as it was is the same one.</summary>
    private int FirstLike(int hookup) => Enumerable.Range(1, hookup).First(h => Round.Hookups[h - 1].Hookup == Round.Hookups[hookup - 1].Hookup);
}
