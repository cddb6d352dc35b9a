using System.Globalization;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Web.Drawing;

namespace GentleMole.Web.Stages;

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
