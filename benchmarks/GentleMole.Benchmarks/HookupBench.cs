using System.Diagnostics;
using System.Globalization;
using GentleMole.Core.Fields;
using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;

namespace GentleMole.Benchmarks;

/// <summary>
/// Budgets: dragging the stake redraws in 200 ms over HTTP; 60 candidates ranked in 3 s; one reading from a solved network of
/// 600 segments in 60 µs; no more than 300 MB.
/// </summary>
internal static class HookupBench
{
    private const int Readings = 2000;

    public static async Task RunAsync()
    {
        Plan();
        Reading();
        await DragAsync();
        Console.WriteLine($"memory of this process after it all: {Process.GetCurrentProcess().WorkingSet64 / 1e6:0} MB");
    }

    private static void Plan()
    {
        var sender = new TransmitterProfile("bench", [512, 8000, 33_000, 83_000], [5, 10, 25, 50, 100], 60, 5, 9, 1.5, 6, 40);
        var hearer = new ReceiverProfile("bench", [512, 8000, 33_000, 83_000], 0.4, 0.05, 0.01, 400);
        var lines = SignalBench.TenLines().Lines.Select((l, i) => new SupposedLine(
            l.Id, l.Id, Core.Lines.UtilityKind.Gas, [.. l.Points.Select(p => new SitePoint(p.East, p.North))], new(0.6 + (0.08 * i)), l.Conductor,
            SupposedEnd.GoesOn, i % 3 == 0 ? new SupposedEnd(EndSupposed.Earthed) : SupposedEnd.GoesOn)).ToList();
        var ground = new SupposedGround(SoilGround.Of(SoilKind.Loam), lines, [], []);
        var task = new PlannerTask
        {
            Ground = ground,
            Target = "line 0",
            Work = new WorkStretch(30, 70),
            Points = [.. new[] { 0.0, 5, 90, 98 }.Select(x => new ConnectionPoint($"box {x}", new SitePoint(x, 0), [Connection.Direct]))],
            StakeGround = new StakeGround(ground with { Lines = [lines[0]] }, [], false, []),
            Transmitter = sender,
            Receiver = hearer,
        };
        for (var i = 0; i < 3; i++)
        {
            var started = Stopwatch.GetTimestamp();
            var plan = HookupPlanner.Plan(task)!;
            Console.WriteLine($"{plan.Solved} candidates on ten lines ranked in {Stopwatch.GetElapsedTime(started).TotalMilliseconds:0} ms");
        }
    }

    private static void Reading()
    {
        var source = new DirectSource(new LinePlace("line 0", 0), new EarthStake(new(-2, -8)), new Drive(0.05, 60, 5));
        var mesh = new NetworkMesh(SignalBench.TenLines(), Cutting.For(8000, source) with { LongestMetres = 1.6 });
        CircuitField field = NetworkSolver.Of(mesh, 8000).Value.Solve(source).Field();
        var receiver = new CoilReceiver(field.At, new ReceiverBuild(), new Random(1));
        for (var round = 0; round < 6; round++)
        {
            // The first rounds are compiled on the way; a pause lets that end.
            Thread.Sleep(150);
            var started = Stopwatch.GetTimestamp();
            for (var i = 0; i < Readings; i++)
            {
                receiver.Read(new SitePoint(50 + (i * 0.001), 0.2), new SitePoint(1, 0));
            }

            Console.WriteLine($"one reading over {mesh.SegmentCount} segments: {Stopwatch.GetElapsedTime(started).TotalMicroseconds / Readings:0} µs");
        }
    }

    private static async Task DragAsync()
    {
        await using var server = await BenchServer.StartAsync();
        const string path = "/jobs/1/hookup/plan?line=2";
        var token = await server.TokenAsync(path);
        var at = 0;
        await BenchServer.MeasureAsync("stake dragged: solved and drawn again", 200, async () =>
        {
            at++;
            using var answer = await server.Browser.PostAsync(
                new Uri(path + "&handler=PredictJudge", UriKind.Relative), new FormUrlEncodedContent(new Dictionary<string, string>
                {
                    ["__RequestVerificationToken"] = token, ["method"] = "Direct", ["atEast"] = "46.6", ["atNorth"] = "8.2", ["step"] = (at % 4).ToString(CultureInfo.InvariantCulture),
                    ["set"] = "25", ["stakeEast"] = (38 + (at * 0.01)).ToString(CultureInfo.InvariantCulture), ["stakeNorth"] = "4.5",
                    ["show"] = (at % 3) switch { 0 => "ring", 1 => "current", _ => "field" },
                }));
            answer.EnsureSuccessStatusCode();
            await answer.Content.ReadAsByteArrayAsync();
        });
        await BenchServer.MeasureAsync("planner's page, plan kept", 100, () => server.GetAsync(path));
        Console.WriteLine($"memory of the application: {server.Megabytes:0} MB");
    }
}
