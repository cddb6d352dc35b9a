using System.Globalization;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Drawing;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>Current against chainage of the target, for the target and what runs beside it; sizes on a scale of decades.</summary>
internal sealed class CurrentChart : SignalChart
{
    private const double NeighbourMetres = 12;
    private const double Decades = 3;

    /// <summary>Parts of its length at which a curve may carry its name.</summary>
    private static readonly double[] NamedAt = [0.8, 0.6, 0.4, 0.9, 0.2, 0.1];

    public CurrentChart(PredictedHookup predicted, PlannerTask task, int width, int height, UnitSystem units)
        : base(width, height, units)
    {
        var target = task.Ground.Line(task.Target)!;
        (LowX, HighX) = (0, target.Run.Length);
        Work = task.Work;
        Connection = target.Run.Project(predicted.Prediction.Try.At).ChainageMetres;
        Distance = target.Depth.Below(HookupPrediction.Tip);
        var stops = Enumerable.Range(0, 161).Select(i => target.Run.Length * i / 160).ToList();
        double At(SupposedLine line, double sheet) => 1000 * predicted.Solved.CurrentAt(line.Id, SupposedGround.Before(line) + sheet).Magnitude;
        HighDecade = Math.Ceiling(Math.Log10(Math.Max(stops.Max(s => At(target, s)), 1e-6)) * 3) / 3;
        FollowMilliamps = 1000 * task.Receiver.FloorTesla(predicted.Prediction.Try.Hertz) * Core.Instruments.ReceiverProfile.FollowAbove
            / HookupPrediction.Response(1, Distance);

        // The target is drawn last and named first.
        var curves = new List<CurrentCurve>();
        foreach (var line in task.Ground.Metallic.OrderBy(l => l.Id == target.Id ? 1 : 0))
        {
            var seen = stops.Select(s => (At: s, Station: line.Run.Project(target.Run.At(s))))
                .Where(p => line.Id == target.Id || p.Station.Foot.DistanceTo(target.Run.At(p.At)) <= NeighbourMetres)
                .Select(p => (p.At, Milliamps: At(line, line.Id == target.Id ? p.At : p.Station.ChainageMetres))).ToList();
            if (seen.Count > 1 && (line.Id == target.Id || seen.Max(p => p.Milliamps) > Math.Pow(10, HighDecade - Decades)))
            {
                curves.Add(new CurrentCurve(line.Kind, line.Name, line.Id == target.Id, seen));
            }
        }

        Curves = curves;
        Scene = Draw("Current along the target", [new("ground", [.. Ground()], IsDumb: true), new("currents", [.. Drawn()])], Names());
    }

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

    private double Floor => Height - Bottom;

    private bool ShowsFollow => Y(FollowMilliamps) < Floor - 2 && Y(FollowMilliamps) > Top + 2;

    private IEnumerable<SceneShape> Ground()
    {
        yield return Rectangle(Looks.Filled(Tint.Paper), 0, 0, Width, Height);
        yield return Rectangle(Looks.Filled(Tint.Soil1), X(Work.FromMetres), Top, X(Work.ToMetres), Floor);
        yield return new SceneText(Looks.Grid, new((X(Work.FromMetres) + X(Work.ToMetres)) / 2, Floor), "the work", 0, -5, 0);
        foreach (var v in Grid)
        {
            yield return Level(Looks.GridLine, Y(v)) with { IsSolid = false };
            yield return new SceneText(Looks.Grid, new(Left, Y(v)), v.ToString("0.####", CultureInfo.InvariantCulture) + " mA", -6, 4, 1);
        }

        foreach (var x in Ticks.Between(LowX, HighX, StepX))
        {
            yield return Upright(Looks.Axis, X(x), Floor, Floor + 5);
            yield return new SceneText(Looks.Grid, new(X(x), Floor), TickX(x), 0, 18, 0);
        }

        yield return Level(Looks.Upright, Floor);
        yield return new SceneText(Looks.ChartTitle, new(12, 20), $"Current against chainage of the target{(Width > 700 ? "; dotted upright: the clip" : "")}.");
    }

    private IEnumerable<SceneShape> Drawn()
    {
        if (ShowsFollow)
        {
            yield return Level(Looks.Follow, Y(FollowMilliamps));
        }

        foreach (var curve in Curves)
        {
            ScenePoint[] points = [.. curve.Points.Select(p => new ScenePoint(X(p.At), Y(p.Milliamps)))];
            yield return new ScenePath(Looks.CurrentCase(curve.IsTarget ? 5 : 2.5), points) { Paint = curve.Kind };
            yield return new ScenePath(Looks.Current(curve.IsTarget ? 5 : 2.5), points) { Paint = curve.Kind };
        }

        yield return Upright(Looks.Clip, X(Connection), Top, Floor);
    }

    private IEnumerable<SceneLabel> Names()
    {
        foreach (var curve in Curves.Reverse())
        {
            var anchors = NamedAt.Select(part => curve.Points[(int)(part * (curve.Points.Count - 1))]).ToList();
            yield return new SceneLabel(
                $"{Utilities.Letter(curve.Kind)} {curve.Name}, {FigureWords.Milliamps(anchors[0].Milliamps)}", Looks.Name, [.. anchors.Select(a => new ScenePoint(X(a.At), Y(a.Milliamps)))],
                curve.IsTarget ? 90 : 60, 5)
            {
                Shorter = $"{Utilities.Letter(curve.Kind)} {FigureWords.Milliamps(anchors[0].Milliamps)}",
            };
        }

        if (ShowsFollow)
        {
            yield return new SceneLabel(
                $"least that can be followed: {FigureWords.Milliamps(FollowMilliamps)}", Looks.SoilName,
                [.. Enumerable.Range(1, 6).Select(i => new ScenePoint(Left + (i * (Width - Left - Right) / 7), Y(FollowMilliamps)))], 80, 3)
            {
                Shorter = $"least: {FigureWords.Milliamps(FollowMilliamps)}",
            };
        }
    }
}
