using System.Numerics;
using GentleMole.Core.Hookup;
using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Web.Drawing;

/// <summary>Currents of a solved hookup on the plan: weight is current, ticks are its direction.</summary>
internal sealed class SignalOverlay
{
    private const double ThickestPixels = 13;
    private const double ThinnestPixels = 0.7;
    private const double PieceMetres = 1.5;
    private const double TickEveryMetres = 7;

    /// <summary>Letter and figure stand at one of these along a line; not in the middle, where the dig is labelled.</summary>
    private static readonly double[] LetterAt = [0.62, 0.4, 0.78, 0.25, 0.9];

    /// <summary>So far off what is connected.</summary>
    private const double OffHookupMetres = 6;

    /// <summary>Less than this part of the strongest is not worth a tick, nor a figure.</summary>
    private const double LeastTicked = 0.01;

    private readonly List<SitePoint> _stands;

    /// <param name="stands">What has a sign of its own on the plan, and is not to be covered by a letter.</param>
    public SignalOverlay(PredictedHookup predicted, SupposedGround ground, IEnumerable<SitePoint>? stands = null)
    {
        _stands = [.. stands ?? []];
        Try = predicted.Prediction.Try;
        var solved = predicted.Solved;
        var most = ground.Metallic.SelectMany(l => Samples(l).Select(s => Current(solved, l, s).Magnitude)).DefaultIfEmpty(0).Max();
        MostMilliamps = most * 1000;
        Lines = most <= 0 ? [] : [.. ground.Metallic.Select(l => Draw(solved, l, most, LetterPlace(l.Run)))];
    }

    public HookupTry Try { get; }

    /// <summary>Strongest current on the sheet: the heaviest weight.</summary>
    public double MostMilliamps { get; }

    public IReadOnlyList<CurrentLine> Lines { get; }

    /// <summary>Those with so much current that it is worth a figure.</summary>
    public IEnumerable<CurrentLine> Worth => Lines.Where(l => l.MostMilliamps >= LeastTicked * MostMilliamps);

    /// <summary>Weight of a current; by its root, so that a tenth can still be seen.</summary>
    public static double Pixels(double part) => Math.Max(ThinnestPixels, ThickestPixels * Math.Sqrt(part));

    private static CurrentLine Draw(SolvedNetwork solved, SupposedLine line, double most, SitePoint letter)
    {
        var stops = Samples(line).ToList();
        var pieces = new List<CurrentPiece>();
        for (var i = 1; i < stops.Count; i++)
        {
            var part = Current(solved, line, (stops[i - 1] + stops[i]) / 2).Magnitude / most;
            pieces.Add(new CurrentPiece([line.Run.At(stops[i - 1]), line.Run.At(stops[i])], Math.Round(Pixels(part), 1)));
        }

        var ticks = new List<DirectionTick>();
        for (var s = TickEveryMetres / 2; s < line.Run.Length; s += TickEveryMetres)
        {
            var current = Current(solved, line, s);
            if (current.Magnitude >= LeastTicked * most)
            {
                var ahead = line.Run.DirectionAt(s).Azimuth;
                ticks.Add(new DirectionTick(line.Run.At(s), current.Real >= 0 ? ahead : ahead.Opposite));
            }
        }

        return new CurrentLine(
            line.Kind, line.Name, pieces, ticks, 1000 * stops.Max(s => Current(solved, line, s).Magnitude), letter);
    }

    private SitePoint LetterPlace(Run run) =>
        LetterAt.Select(part => run.At(run.Length * part)).MaxBy(p => _stands.Append(Try.At).Append(Try.Stake ?? Try.At).Min(s => Math.Min(OffHookupMetres, p.DistanceTo(s))));

    private static Complex Current(SolvedNetwork solved, SupposedLine line, double sheet) => solved.CurrentAt(line.Id, SupposedGround.Before(line) + sheet);

    private static IEnumerable<double> Samples(SupposedLine line)
    {
        var corners = Enumerable.Range(0, line.Run.Points.Count).Select(line.Run.ChainageOf);
        var pieces = (int)Math.Clamp(line.Run.Length / PieceMetres, 1, 120);
        return Enumerable.Range(0, pieces + 1).Select(i => line.Run.Length * i / pieces).Concat(corners).Order().Distinct();
    }
}
