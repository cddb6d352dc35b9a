using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Identify;

/// <summary>
/// Draws grounds as they may be: soil, earths, ends, a bond or a line that nobody drew, a clip on the wrong line. Rare faults are
/// drawn more often than they are and weighted back.
/// </summary>
/// <param name="focus">Places near which an unknown line is looked for: the dots.</param>
/// <param name="asOftenAsTheyAre">True to draw a truth: nothing more often than it is.</param>
/// <param name="likely">A bond near whose place most of the drawn ones are.</param>
internal sealed class GroundSampler(IdentifyTask task, IReadOnlyList<SitePoint> focus, bool asOftenAsTheyAre = false, Bond? likely = null)
{
    /// <summary>The line that nobody drew.</summary>
    public const string Unknown = "\u0001unknown";

    /// <summary>How far off a drawn unknown line the real one may lie, metres, and the same of the logarithm of its depth.</summary>
    public const double UnknownDoubtMetres = 0.35;

    /// <summary>Of the logarithm of an unknown line's depth about that of the draw.</summary>
    public const double UnknownDepthSigma = 0.15;

    private const double SoilFactor = 2;
    private const double EarthFactor = 3;
    private const double NearBondMetres = 8;

    // Bonds on the way: how near two lines must come, how often along the way it is tried, and what a rusty clip has.
    private const double MeetMetres = 2;
    private const double MeetStepMetres = 6;
    private const double RustyOhms = 20;
    private const double MostOhms = 5;

    private const double WrongClipMetres = 3;

    /// <summary>A line that nobody drew lies so far from the plan of the target, to either side, metres: nearer it would be the target.</summary>
    public const double LeastAside = 0.4;

    /// <summary>And no farther.</summary>
    public const double MostAside = 4;

    private const double PinnedSigma = 0.3;
    private const double PinnedPart = 0.5;
    private const double BeyondMetres = 8;

    // How likely a fault is, and how often it is drawn.
    private const double EndChance = 0.1;
    private const double EndDrawn = 0.15;
    private const double BondChance = 0.2;
    private const double BondDrawn = 0.35;

    // Where one is looked for: how often it is drawn, and how many of them within so much of its place.
    private const double LikelyDrawn = 0.6;
    private const double LikelyPart = 0.8;
    private const double LikelyMetres = 10;

    private const double UnknownChance = 0.25;
    private const double UnknownDrawn = 0.45;
    private const double ClipChance = 0.12;
    private const double ClipDrawn = 0.25;

    private readonly NetworkLine _target = task.Network.Line(task.Target);
    private readonly Run _run = task.Network.Line(task.Target).OnPlan();
    private readonly IReadOnlyList<BondPlace> _places = Places(task);
    private readonly IReadOnlyList<LinePlace> _clips = WrongClips(task);

    /// <summary>The ground as records have it.</summary>
    public GroundDraw AsRecorded => new(task.Network, Sent(task.Source), 0, false, null);

    /// <summary>Another draw.</summary>
    public GroundDraw Draw(Random random)
    {
        double log = 0;
        bool Happens(double chance, double drawn)
        {
            drawn = asOftenAsTheyAre ? chance : drawn;
            var happens = random.NextDouble() < drawn;
            log += Math.Log(happens ? chance / drawn : (1 - chance) / (1 - drawn));
            return happens;
        }

        var network = task.Network with { Soil = task.Network.Soil.Times(LogUniform(random, 1 / SoilFactor, SoilFactor)) };
        var others = new List<(int, bool)>();
        LineEnd End(LineEnd end, int line, bool atEnd)
        {
            if (Happens(EndChance, EndDrawn))
            {
                others.Add((line, atEnd));
                return end.Kind == EndKind.Earthed ? LineEnd.Open : LineEnd.Earthed(LogUniform(random, 20, 200));
            }

            return end.Kind == EndKind.Earthed ? LineEnd.Earthed(end.Ohms * LogUniform(random, 1 / EarthFactor, EarthFactor)) : end;
        }

        var lines = network.Lines.Select((l, i) => l with { Start = End(l.Start, i, false), End = End(l.End, i, true) }).ToList();
        var bonds = network.Bonds.ToList();
        Bond? hidden = null;
        if (_places.Count > 0 && Happens(BondChance, likely is null ? BondDrawn : LikelyDrawn))
        {
            var place = Drawn(random, ref log);
            hidden = new Bond(place.From, place.To, LogUniform(random, 0.3, place.MostOhms));
            bonds.Add(hidden);
        }

        double? unknownAside = null;
        if (task.UnknownLines && Happens(UnknownChance, UnknownDrawn))
        {
            (var line, var bond, unknownAside) = Stranger(random, ref log);
            lines.Add(line);
            if (bond is not null)
            {
                bonds.Add(bond);
            }
        }

        var source = Sent(task.Source);
        if (_clips.Count > 0 && Happens(ClipChance, ClipDrawn))
        {
            var at = _clips[random.Next(_clips.Count)];
            source = source switch
            {
                DirectSource direct => direct with { At = at },
                ClampSource clamp => clamp with { At = at },
                _ => source,
            };
        }

        return new GroundDraw(network with { Lines = lines, Bonds = bonds }, source, log, unknownAside is not null, hidden) { OtherEnds = others, UnknownAside = unknownAside };
    }

    /// <summary>Uniform in the logarithm.</summary>
    public static double LogUniform(Random random, double low, double high) => low * Math.Exp(random.NextDouble() * Math.Log(high / low));

    /// <summary>Where a bond is: as likely as it is, or most of them near one that is looked for, weighted back.</summary>
    private BondPlace Drawn(Random random, ref double log)
    {
        var near = likely is null ? [] : _places.Where(p => p.From.Line == likely.From.Line && p.To.Line == likely.To.Line && Math.Abs(p.From.ChainageMetres - likely.From.ChainageMetres) <= LikelyMetres).ToList();
        var among = near.Count > 0 && random.NextDouble() < LikelyPart ? near : _places;
        var place = Picked(among, random);
        if (near.Count > 0)
        {
            var drawn = ((1 - LikelyPart) * place.Share) + (near.Contains(place) ? LikelyPart * place.Share / near.Sum(n => n.Share) : 0);
            log += Math.Log(place.Share / drawn);
        }

        return place;
    }

    private static BondPlace Picked(IReadOnlyList<BondPlace> places, Random random)
    {
        var left = random.NextDouble() * places.Sum(p => p.Share);
        foreach (var place in places)
        {
            left -= place.Share;
            if (left <= 0)
            {
                return place;
            }
        }

        return places[^1];
    }

    /// <summary>Half of them beside a dot, weighted back to anywhere along the target.</summary>
    private (NetworkLine Line, Bond? Bond, double Aside) Stranger(Random random, ref double log)
    {
        var beside = focus.Select(f => _run.Project(f).OffsetMetres).Where(o => Math.Abs(o) is > LeastAside / 2 and < MostAside + 0.5).ToList();
        double aside;
        do
        {
            aside = beside.Count > 0 && random.NextDouble() < PinnedPart
                ? beside[random.Next(beside.Count)] + (PinnedSigma * Deviate.Normal(random))
                : (LeastAside + ((MostAside - LeastAside) * random.NextDouble())) * (random.Next(2) == 0 ? 1 : -1);
        }
        while (Math.Abs(aside) is < LeastAside or > MostAside);
        var flat = 0.5 / (MostAside - LeastAside);
        var drawn = beside.Count == 0 ? flat : ((1 - PinnedPart) * flat) + (PinnedPart * beside.Average(b => Gauss((aside - b) / PinnedSigma) / PinnedSigma));
        log += Math.Log(flat / drawn);

        var depth = 0.3 + (1.3 * random.NextDouble());
        var bare = random.NextDouble() < 0.3;
        var conductor = bare ? new Conductor(Metal.Steel, 0.06, 0.004, Coating.Bare) : new Conductor(Metal.Aluminium, 0.03, 0.002, Coating.Polyethylene);
        LineEnd End() => random.Next(2) == 0 ? LineEnd.Open : LineEnd.Earthed(LogUniform(random, 5, 60));
        double[] corners = [-BeyondMetres * random.NextDouble(), .. Enumerable.Range(1, _run.Points.Count - 2).Select(_run.ChainageOf), _run.Length + (BeyondMetres * random.NextDouble())];
        List<Vector3> points = [.. corners.Select(c => _run.At(c, aside).Raised(-depth))];
        var line = new NetworkLine(Unknown, points, conductor, End(), End());
        if (random.NextDouble() >= 0.4)
        {
            return (line, null, aside);
        }

        var atEnd = random.Next(2) == 0;
        var end = atEnd ? _target.Points[^1] : _target.Points[0];
        var there = line.OnPlan().Project(end.OnPlan).ChainageMetres;
        return (line, new Bond(new LinePlace(task.Target, atEnd ? _target.LengthMetres : 0), new LinePlace(Unknown, there), LogUniform(random, 0.3, 5)), aside);
    }

    /// <summary>A direct source is solved for one ampere, whatever limits it.</summary>
    private static SignalSource Sent(SignalSource source) => source is DirectSource direct
        ? direct with { Drive = new Drive(1, double.MaxValue, double.MaxValue) }
        : source;

    /// <summary>Where bonds may be that nobody drew: at ends, and if so half of them on the way. Their shares add up to one.</summary>
    private static IReadOnlyList<BondPlace> Places(IdentifyTask task)
    {
        var ends = NearEnds(task.Network);
        var onTheWay = task.MayBeBondedOnTheWay ? OnTheWay(task).ToList() : [];
        var half = ends.Count > 0 && onTheWay.Count > 0 ? 0.5 : 1;
        return [.. ends.Select(e => new BondPlace(e.From, e.To, MostOhms, half / ends.Count)), .. onTheWay.Select(w => new BondPlace(w.From, w.To, RustyOhms, half / onTheWay.Count))];
    }

    /// <summary>A place where two lines may be bonded.</summary>
    /// <param name="Share">Of all bonds that nobody drew.</param>
    private sealed record BondPlace(LinePlace From, LinePlace To, double MostOhms, double Share);

    /// <summary>Ends of lines with places on others within reach of a bond.</summary>
    private static List<(LinePlace From, LinePlace To)> NearEnds(BuriedNetwork network)
    {
        var found = new List<(LinePlace, LinePlace)>();
        foreach (var line in network.Lines)
        {
            foreach (var (end, at) in new[] { (line.Points[0], 0.0), (line.Points[^1], line.LengthMetres) })
            {
                foreach (var other in network.Lines.Where(o => o.Id != line.Id))
                {
                    var station = other.OnPlan().Project(end.OnPlan);
                    if (Math.Abs(station.OffsetMetres) <= NearBondMetres)
                    {
                        found.Add((new LinePlace(line.Id, at), new LinePlace(other.Id, Math.Min(station.ChainageMetres, other.LengthMetres))));
                    }
                }
            }
        }

        return found;
    }

    /// <summary>Places along the target where another line may come near it, as plans may be off: every few metres, and where the two are nearest.</summary>
    private static IEnumerable<(LinePlace From, LinePlace To)> OnTheWay(IdentifyTask task)
    {
        var (target, run) = (task.Network.Line(task.Target), task.Network.Line(task.Target).OnPlan());
        for (var i = 0; i < task.Network.Lines.Count; i++)
        {
            var (other, reach) = (task.Network.Lines[i], MeetMetres + task.DoubtMetres[i] + task.DoubtMetres[task.TargetIndex]);
            if (other.Id == task.Target)
            {
                continue;
            }

            var there = other.OnPlan();
            var steps = Enumerable.Range(0, (int)(run.Length / MeetStepMetres) + 1).Select(k => k * MeetStepMetres);
            foreach (var at in steps.Append(run.NearestTo(there).ChainageMetres))
            {
                var station = there.Project(run.At(at));
                if (Math.Abs(station.OffsetMetres) <= reach)
                {
                    yield return (new LinePlace(task.Target, Math.Min(at, target.LengthMetres)), new LinePlace(other.Id, Math.Min(station.ChainageMetres, other.LengthMetres)));
                }
            }
        }
    }

    /// <summary>Ends of other lines in reach of the clip.</summary>
    private static List<LinePlace> WrongClips(IdentifyTask task)
    {
        var at = task.Source switch
        {
            DirectSource direct => direct.At,
            ClampSource clamp => clamp.At,
            _ => null,
        };
        if (at is null)
        {
            return [];
        }

        var clip = task.Network.Line(at.Line).At(at.ChainageMetres);
        return [.. task.Network.Lines.Where(l => l.Id != at.Line)
            .SelectMany(l => new[] { (End: l.Points[0], At: 0.0), (End: l.Points[^1], At: l.LengthMetres) }.Select(e => (l.Id, e.End, e.At)))
            .Where(e => e.End.OnPlan.DistanceTo(clip.OnPlan) <= WrongClipMetres)
            .Select(e => new LinePlace(e.Id, e.At))];
    }

    private static double Gauss(double deviates) => Math.Exp(-0.5 * deviates * deviates) / Math.Sqrt(2 * Math.PI);
}
