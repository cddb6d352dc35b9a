using GentleMole.Core.Candidates;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;

namespace GentleMole.Core.Practice;

/// <summary>SIMULATED. An area that was walked on a grid, with lines under it of which it is known where they run and which responses are theirs.</summary>
/// <param name="Lines">Truth.</param>
public sealed record MadeUpSite(CandidateTask Task, IReadOnlyList<MadeUpLine> Lines)
{
    private static readonly double LeastSine = Math.Sin(20 * Math.PI / 180);

    /// <summary>A site with nothing, one or several lines: straight, bent, round a corner, ending inside, a pair side by side; walls in the way, one mode or more.</summary>
    public static MadeUpSite Draw(Random random)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        var (width, height, turn) = (Between(18, 28), Between(16, 25), Between(0, Math.PI));
        var centre = new SitePoint(Between(-60, 60), Between(-60, 60));
        SitePoint Of(double x, double y) => centre + new SitePoint((x * Math.Cos(turn)) - (y * Math.Sin(turn)), (x * Math.Sin(turn)) + (y * Math.Cos(turn)));
        var modes = Enum.GetValues<SweepMode>().OrderBy(_ => random.Next()).Take(random.Next(5) switch { 0 or 1 => 1, 2 or 3 => 2, _ => 3 }).ToList();
        var walls = Enumerable.Range(0, random.Next(3)).Select(_ => (X: Between(-0.4, 0.4) * width, Y: Between(-0.4, 0.4) * height, W: Between(2, 5), H: Between(2, 5))).ToList();
        var passes = new List<SweepPass>();
        foreach (var mode in modes)
        {
            var spacing = Between(1.7, 2.4);
            var ways = random.Next(10) switch { < 7 => 3, 7 or 8 => 1, _ => 2 };
            Grid(mode, spacing, width, height, ways);
        }

        void Grid(SweepMode mode, double spacing, double w, double h, int ways)
        {
            for (var way = 1; way <= 2; way++)
            {
                if ((ways & way) == 0)
                {
                    continue;
                }

                var (across, along) = way == 1 ? (w, h) : (h, w);
                for (var a = -across / 2 + Between(0, 0.5); a < across / 2; a += spacing)
                {
                    // What a wall cuts off is not walked.
                    var cuts = walls
                        .Where(o => Math.Abs(a - (way == 1 ? o.X : o.Y)) < (way == 1 ? o.W : o.H) / 2)
                        .Select(o => (From: (way == 1 ? o.Y - (o.H / 2) : o.X - (o.W / 2)), To: (way == 1 ? o.Y + (o.H / 2) : o.X + (o.W / 2))))
                        .OrderBy(c => c.From);
                    var from = -along / 2;
                    foreach (var cut in cuts.Append((From: along / 2, To: along / 2)))
                    {
                        if (cut.From - from > 1)
                        {
                            SitePoint End(double t) => way == 1 ? Of(a, t) : Of(t, a);
                            passes.Add(random.Next(2) == 0 ? new SweepPass(End(from), End(cut.From), mode) : new SweepPass(End(cut.From), End(from), mode));
                        }

                        from = Math.Max(from, cut.To);
                    }
                }
            }
        }

        var sigma = Between(0.06, 0.17);
        var (told, currents) = (random.Next(3) > 0, random.Next(2) > 0);
        var lines = new List<MadeUpLine>();
        for (var i = random.Next(20) switch { < 3 => 0, < 10 => 1, < 17 => 2, _ => 3 }; i > 0; i--)
        {
            var depth = Between(0.3, 2);
            List<SweepMode> heard = [modes[random.Next(modes.Count)]];
            heard.AddRange(modes.Where(m => !heard.Contains(m) && random.Next(3) == 0));
            var way = MadeUpLine.Draw(random, Of(Between(-0.35, 0.35) * width, Between(-0.35, 0.35) * height), Math.Max(width, height));
            lines.Add(new MadeUpLine(way, depth, heard, Between(0.75, 0.92), Math.Exp(Between(Math.Log(2), Math.Log(50))), Between(-0.02, 0.02), [], 0));
            if (random.Next(6) == 0)
            {
                lines.Add(lines[^1] with { Points = MadeUpLine.Beside(way, Between(0.6, 0.9) + (3 * sigma)), DepthMetres = Between(0.3, 1.2) });
            }
        }

        var heardAt = new List<(SweepResponse Response, int Line)>();
        for (var l = 0; l < lines.Count; l++)
        {
            var crossed = 0;
            for (var p = 0; p < passes.Count; p++)
            {
                if (!lines[l].Modes.Contains(passes[p].Mode))
                {
                    continue;
                }

                foreach (var (along, s, sine, way) in lines[l].Crossings(passes[p]))
                {
                    crossed += sine >= LeastSine ? 1 : 0;
                    var at = s + (sigma * Deviate.Normal(random) / sine);
                    if (sine >= LeastSine && random.NextDouble() < lines[l].ChanceMet && at >= 0 && at <= passes[p].LengthMetres)
                    {
                        heardAt.Add((Response(p, at, lines[l].DepthMetres * Math.Exp(0.12 * Deviate.Normal(random)),
                            lines[l].Milliamps * Math.Exp((lines[l].FadingPerMetre * along) + (0.2 * Deviate.Normal(random))),
                            random.NextDouble() < 0.08 ? Between(0, 180) : way.Degrees + (10 * Deviate.Normal(random))), l));
                    }
                }
            }

            lines[l] = lines[l] with { Crossed = crossed };
        }

        var alarms = Between(0.008, 0.03);
        for (var p = 0; p < passes.Count; p++)
        {
            for (var at = -Math.Log(1 - random.NextDouble()) / alarms; at < passes[p].LengthMetres; at -= Math.Log(1 - random.NextDouble()) / alarms)
            {
                heardAt.Add((Response(p, at, Math.Exp(Between(Math.Log(0.3), Math.Log(2.8))), Math.Exp(Between(0, 4)), Between(0, 180)), -1));
            }
        }

        SweepResponse Response(int pass, double at, double depth, double milliamps, double direction) => new(
            pass, at, random.NextDouble() < 0.88 ? new Depth(depth) : null, currents && random.NextDouble() < 0.97 ? milliamps : null,
            told && random.NextDouble() < 0.92 ? Azimuth.Of(direction) : null);

        heardAt = [.. heardAt.OrderBy(h => h.Response.Pass).ThenBy(h => h.Response.AlongMetres)];
        return new MadeUpSite(
            new CandidateTask(passes, [.. heardAt.Select(h => h.Response)], sigma),
            [.. lines.Select((line, l) => line with { Responses = [.. Enumerable.Range(0, heardAt.Count).Where(r => heardAt[r].Line == l)] })]);
    }

    /// <summary>A site with so many passes and at least so many responses: many lines, many false alarms.</summary>
    public static MadeUpSite Crowded(Random random, int passes, int responses)
    {
        var site = Draw(random);
        while (site.Task.Passes.Count < passes || site.Lines.Count < 3)
        {
            site = Draw(random);
        }

        var kept = site.Task.Passes.Take(passes).ToList();
        var heard = site.Task.Responses.Where(r => r.Pass < passes).ToList();
        while (heard.Count < responses)
        {
            var pass = random.Next(passes);
            heard.Add(new SweepResponse(pass, random.NextDouble() * kept[pass].LengthMetres, null, null, null));
        }

        return site with { Task = site.Task with { Passes = kept, Responses = heard } };
    }
}
