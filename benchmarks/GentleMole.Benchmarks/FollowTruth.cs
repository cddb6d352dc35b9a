using System.Diagnostics;
using System.Globalization;
using GentleMole.Core.Follow;
using GentleMole.Core.Practice;

namespace GentleMole.Benchmarks;

/// <summary>Lines fitted to dots, held against made-up lines that are known; other seeds than the tests.</summary>
internal static class FollowTruth
{
    private const int Lines = 3000;
    private const int Seed = 4_000_000;

    public static void Run()
    {
        foreach (var (wrong, marked, what) in new[] { (0.0, false, "sound dots"), (0.06, false, "6 % of dots off the line, 6 % of depths wrong"), (0.0, true, "corners marked as bends") })
        {
            Measure(wrong, marked, what);
        }
    }

    private static void Measure(double wrongShare, bool isMarked, string what)
    {
        int places = 0, held = 0, depths = 0, depthsHeld = 0, wrong = 0, found = 0, sound = 0, blamed = 0, corners = 0, met = 0, cornersHeld = 0, plain = 0, plainBlamed = 0;
        double raw = 0, fitted = 0, width = 0;
        var time = Stopwatch.StartNew();
        for (var k = 0; k < Lines; k++)
        {
            var made = MadeUpTrace.Of(Seed + k, wrongShare, isMarked);
            if (FittedLine.Of(made.Dots) is not { } fit)
            {
                continue;
            }

            foreach (var place in fit.Places)
            {
                var truth = made.Truth.Project(place.Place);
                if (truth.ChainageMetres < 0.01 || truth.ChainageMetres > made.Truth.Length - 0.01)
                {
                    continue;
                }

                (places, held, width) = (places + 1, held + (Math.Abs(truth.OffsetMetres) <= place.HalfWidthMetres ? 1 : 0), width + place.HalfWidthMetres);
                if (place.Depth is { } depth)
                {
                    (depths, depthsHeld) = (depths + 1, depthsHeld + (made.DepthAt(truth.ChainageMetres) >= depth.Low95 && made.DepthAt(truth.ChainageMetres) <= depth.High95 ? 1 : 0));
                }
            }

            foreach (var dot in fit.Dots)
            {
                if (made.Wrong.Contains(dot.Dot.Number))
                {
                    (wrong, found) = (wrong + 1, found + (dot.IsOutlier ? 1 : 0));
                }
                else
                {
                    (sound, blamed) = (sound + 1, blamed + (dot.IsOutlier ? 1 : 0));
                    raw += Math.Pow(made.Truth.Project(dot.Dot.Place).OffsetMetres, 2);
                    fitted += Math.Pow(made.Truth.Project(fit.Run.Project(dot.Dot.Place).Foot).OffsetMetres, 2);
                }
            }

            foreach (var corner in made.Corners)
            {
                corners++;
                if (fit.Corners.MinBy(c => c.Place.DistanceTo(corner)) is { } near && near.Place.DistanceTo(corner) < 1.5)
                {
                    (met, cornersHeld) = (met + 1, cornersHeld + (near.Place.DistanceTo(corner) <= near.HalfWidthMetres * 1.25 ? 1 : 0));
                }
            }

            if (made.Corners.Count == 0 && made.BendRadius is null)
            {
                (plain, plainBlamed) = (plain + 1, plainBlamed + Math.Min(1, fit.Corners.Count));
            }
        }

        Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
            $"following, {what}: the band holds {held / (double)places:0.0 %} (±{width / places:0.00} m), that of the depth {depthsHeld / (double)depths:0.0 %}; a dot lies {Math.Sqrt(raw / sound):0.000} m off, the fitted line {Math.Sqrt(fitted / sound):0.000} m; "
            + $"of {wrong} dots off the line {found} were left out, of {sound} sound ones {blamed}; of {corners} corners {met} were found, {cornersHeld} within their ±; on {plain} plain lines {plainBlamed} had a corner; {time.Elapsed.TotalMilliseconds / Lines:0.0} ms a line"));
    }
}
