using System.Globalization;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Signal;
using GentleMole.Core.Site;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>A frame with two scales; what the charts of a hookup share. Pixels.</summary>
internal abstract class SignalChart(int width, int height, UnitSystem units)
{
    public const double Left = 62;
    public const double Right = 26;
    public const double Top = 34;
    public const double Bottom = 30;

    public int Width => width;

    public int Height => height;

    public UnitSystem Units => units;

    public double LowX { get; protected init; }

    public double HighX { get; protected init; } = 1;

    public double X(double value) => Left + ((value - LowX) / (HighX - LowX) * (Width - Left - Right));

    public double StepX => units == UnitSystem.Metres ? Ticks.Step((HighX - LowX) / 8) : Ticks.Step((HighX - LowX) / 8 / 0.3048) * 0.3048;

    public string TickX(double value) => units == UnitSystem.Metres ? PlanDrawing.N(value) : PlanDrawing.N(value / 0.3048) + "'";

    public static string N(double value) => value.ToString("0.#", CultureInfo.InvariantCulture);

    protected static string Path(IEnumerable<(double X, double Y)> points) => string.Join(' ', points.Select(p => $"{N(p.X)},{N(p.Y)}"));
}

/// <summary>A line of the current chart.</summary>
internal sealed record CurrentCurve(UtilityKind Kind, bool IsTarget, string Points);

/// <summary>Current against chainage of the target, for the target and what runs beside it; sizes on a scale of decades.</summary>
internal sealed class CurrentChart : SignalChart
{
    private const double NeighbourMetres = 12;
    private const double Decades = 3;

    public CurrentChart(PredictedHookup predicted, PlannerTask task, int width, int height, UnitSystem units)
        : base(width, height, units)
    {
        var target = task.Ground.Line(task.Target)!;
        (LowX, HighX) = (0, target.Run.Length);
        Work = task.Work;
        Connection = target.Run.Project(predicted.Prediction.Try.At).ChainageMetres;
        Distance = target.DepthMetres + HookupPrediction.TipMetres;
        var stops = Enumerable.Range(0, 161).Select(i => target.Run.Length * i / 160).ToList();
        double At(SupposedLine line, double sheet) => 1000 * predicted.Solved.CurrentAt(line.Id, SupposedGround.Before(line) + sheet).Magnitude;
        var top = stops.Max(s => At(target, s));
        HighDecade = Math.Ceiling(Math.Log10(Math.Max(top, 1e-6)) * 3) / 3;
        var curves = new List<CurrentCurve>();
        var names = new List<(string Name, double X, double Y)>();
        var placer = new LabelPlacer(width, height);
        foreach (var line in task.Ground.Metallic.OrderBy(l => l.Id == target.Id ? 1 : 0))
        {
            var seen = stops.Select(s => (At: s, Station: line.Run.Project(target.Run.At(s))))
                .Where(p => line.Id == target.Id || p.Station.Foot.DistanceTo(target.Run.At(p.At)) <= NeighbourMetres)
                .Select(p => (X: X(p.At), Milliamps: At(line, line.Id == target.Id ? p.At : p.Station.ChainageMetres)))
                .Select(p => (p.X, Y: Y(p.Milliamps), p.Milliamps)).ToList();
            if (seen.Count > 1 && (line.Id == target.Id || seen.Max(p => p.Milliamps) > Math.Pow(10, HighDecade - Decades)))
            {
                curves.Add(new CurrentCurve(line.Kind, line.Id == target.Id, Path(seen.Select(p => (p.X, p.Y)))));
                for (var k = 1; k < seen.Count; k++)
                {
                    placer.Line(seen[k - 1].X, seen[k - 1].Y, seen[k].X, seen[k].Y, 3);
                }

                var (x, y, milliamps) = seen[seen.Count * 4 / 5];
                names.Add(($"{Utilities.Letter(line.Kind)} {line.Name}, {HookupWords.Milliamps(milliamps)}", x, y));
            }
        }

        Curves = curves;
        FollowMilliamps = 1000 * task.Receiver.FloorTesla(predicted.Prediction.Try.Hertz) * Core.Instruments.ReceiverProfile.FollowAbove
            / HookupPrediction.Response(1, Distance);
        placer.Box(0, 0, width, Top - 4);
        placer.Line(Left, Y(FollowMilliamps), width - Right, Y(FollowMilliamps));
        Labels =
        [
            .. names.AsEnumerable().Reverse().Select(n => placer.Place(n.Name, "label-ink", n.X, n.Y, 8)),
            placer.Place($"least that can be followed: {HookupWords.Milliamps(FollowMilliamps)}", "grid-text", Left + 90, Y(FollowMilliamps), 7),
        ];
    }

    public IReadOnlyList<PlacedLabel> Labels { get; }

    public IReadOnlyList<CurrentCurve> Curves { get; }

    public WorkStretch Work { get; }

    public double Connection { get; }

    public double Distance { get; }

    /// <summary>Least current on the target that the receiver can follow at its depth.</summary>
    public double FollowMilliamps { get; }

    public double HighDecade { get; }

    public IEnumerable<double> Grid => Enumerable.Range(0, 5).Select(k => Math.Pow(10, Math.Floor(HighDecade) - k)).Where(v => Y(v) < Height - Bottom - 6 && Y(v) >= Top);

    public double Y(double milliamps) =>
        Top + (Math.Clamp(HighDecade - Math.Log10(Math.Max(milliamps, 1e-9)), 0, Decades) / Decades * (Height - Top - Bottom));
}

/// <summary>Field above the ground along a cut, with the lines below it to scale in depth.</summary>
internal sealed class FieldChart : SignalChart
{
    private readonly double _ground;
    private readonly double _most;
    private readonly double _deepest;

    public FieldChart(FieldSection section, SupposedGround ground, int width, int height, UnitSystem units)
        : base(width, height, units)
    {
        Section = section;
        (LowX, HighX) = (0, section.AlongMetres[^1]);
        _ground = Top + ((height - Top - Bottom) * 0.56);
        _most = Math.Max(section.PeakNanotesla.Max(), 1e-12);
        _deepest = Math.Max(1, section.Lines.Select(l => l.DepthMetres).DefaultIfEmpty(1).Max() * 1.25);
        Peak = Path(section.AlongMetres.Zip(section.PeakNanotesla, (x, b) => (X(x), FieldY(b))));
        Null = Path(section.AlongMetres.Zip(section.NullNanotesla, (x, b) => (X(x), FieldY(Math.Min(b, _most)))));
        Lines = [.. section.Lines.Select(l => (ground.Line(l.Line)!, l))];
        var placer = new LabelPlacer(width, height);
        foreach (var (_, cut) in Lines)
        {
            placer.Box(X(cut.AlongMetres) - Radius(cut), DepthY(cut.DepthMetres) - Radius(cut), 2 * Radius(cut), 2 * Radius(cut));
        }

        placer.Box(0, 0, width, _ground + 18);
        Labels = [.. Lines.Select(l => placer.Place(Name(l.Line, l.Cut), "label-ink", X(l.Cut.AlongMetres), DepthY(l.Cut.DepthMetres), Radius(l.Cut) + 3))];
        StrongestAt = section.AlongMetres[section.PeakNanotesla.ToList().IndexOf(section.PeakNanotesla.Max())];
    }

    public FieldSection Section { get; }

    public string Peak { get; }

    public string Null { get; }

    public double StrongestAt { get; }

    public double MostNanotesla => _most;

    public IReadOnlyList<(SupposedLine Line, CutLine Cut)> Lines { get; }

    public IReadOnlyList<PlacedLabel> Labels { get; }

    public double GroundY => _ground;

    public double FieldY(double nanotesla) => _ground - (nanotesla / _most * (_ground - Top - 6));

    public double DepthY(double metres) => _ground + (metres / _deepest * (Height - 6 - _ground));

    private static string Name(SupposedLine line, CutLine cut) =>
        $"{Utilities.Letter(line.Kind)} {HookupWords.Milliamps(Math.Abs(cut.Milliamps))}{(cut.Milliamps < 0 ? ", back" : "")}";

    /// <summary>Radius that shows how much current a line carries beside the others.</summary>
    public double Radius(CutLine line) => 6 + (8 * Math.Sqrt(Math.Abs(line.Milliamps) / Math.Max(1e-9, Section.Lines.Max(l => Math.Abs(l.Milliamps)))));
}

/// <summary>The ring of responses expected on a circle round the hookup.</summary>
internal sealed class RingDrawing
{
    private const double Rim = 40;

    public RingDrawing(ArcExpected ring, SupposedGround ground, IReadOnlyList<ArcMatch> compared, int height)
    {
        (Ring, Compared, Size, Ground) = (ring, compared, height, ground);
        Radius = (height / 2.0) - Rim;
        var most = ring.Responses.Where(r => !r.OfStake).Select(r => r.Nanotesla).DefaultIfEmpty(ring.AroundNanotesla.Max()).Max();
        Around = string.Join(' ', Enumerable.Range(0, 360).Select(b =>
        {
            var out_ = SitePoint.FromAzimuth(b) * (Radius * (0.45 + (0.55 * Math.Sqrt(Math.Min(1, ring.AroundNanotesla[b] / Math.Max(most, 1e-15))))));
            return $"{SignalChart.N(Middle + out_.East)},{SignalChart.N(Middle - out_.North)}";
        }));
    }

    public ArcExpected Ring { get; }

    public IReadOnlyList<ArcMatch> Compared { get; }

    public SupposedGround Ground { get; }

    public int Size { get; }

    public double Middle => Size / 2.0;

    public double Radius { get; }

    public string Around { get; }

    /// <summary>A place on the drawing at a bearing, as a part of the rim's radius.</summary>
    public (double X, double Y) At(double bearing, double part)
    {
        var out_ = SitePoint.FromAzimuth(bearing) * (Radius * part);
        return (Middle + out_.East, Middle - out_.North);
    }

    public SupposedLine? LineOf(ArcResponse response) => response.Line is { } id ? Ground.Line(id) : null;
}
