using System.Net;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Web.Sheet;
using GentleMole.Web.Stages;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Stages;

/// <summary>What the sheet is taken to mean for the engine, and that a question is solved once while the ground stays the same.</summary>
public class SupposedGroundTests(MoleHost host) : IClassFixture<MoleHost>
{
    private Task<JobSheet> SheetAsync(int job = 1) => host.SheetAsync(job);

    private static PlannerTask TaskOf(JobSheet sheet, int line) =>
        SheetGround.Task(sheet, sheet.LineById(line)!, UsualInstruments.Transmitter.AsTransmitter(), UsualInstruments.Receiver.AsReceiver())!;

    [Fact]
    public async Task A_line_is_traced_where_it_was_traced_and_by_plan_where_it_was_not()
    {
        var sheet = await SheetAsync();
        var gas = SheetGround.Of(sheet).Line("line-2")!;
        Assert.True(gas.Run.Length > 25, "the plan goes on beyond the three accepted dots");
        Assert.True(gas.Run.Project(sheet.LineById(2)!.Traced.Points[1].Place).Foot.DistanceTo(sheet.LineById(2)!.Traced.Points[1].Place) < 0.01);
    }

    [Fact]
    public async Task Materials_make_conductors_and_clay_makes_none()
    {
        var ground = SheetGround.Of(await SheetAsync());
        Assert.Equal(Metal.Iron, ground.Line("line-1")!.Conductor!.Metal);
        Assert.Equal(LineBuild.Tracer, ground.Line("line-2")!.Conductor);
        Assert.Equal(Metal.Steel, ground.Line("line-3")!.Conductor!.Metal);
        Assert.Null(ground.Line("line-5"));
        Assert.Contains(ground.Lines, l => l.Id == "line-5");
    }

    [Fact]
    public async Task A_record_that_lies_elsewhere_than_its_owners_line_is_a_line_of_its_own()
    {
        var ground = SheetGround.Of(await SheetAsync());
        Assert.Contains(ground.Lines, l => l.Id.StartsWith("record-", StringComparison.Ordinal) && l.Kind == UtilityKind.Electric);
        Assert.DoesNotContain(ground.Lines, l => l.Id.StartsWith("record-", StringComparison.Ordinal) && l.Kind == UtilityKind.Water);
    }

    [Fact]
    public async Task The_work_is_where_the_line_crosses_the_dig_and_a_little_beyond()
    {
        var task = TaskOf(await SheetAsync(), 2);
        var run = task.Ground.Line("line-2")!.Run;
        Assert.InRange(run.At(task.Work.FromMetres).North, 18, 20.5);
        Assert.InRange(run.At(task.Work.ToMetres).North, 29.5, 32);
        Assert.Equal("valve 3", Assert.Single(task.Points).Name);
    }

    [Fact]
    public async Task The_same_question_is_solved_once_until_the_ground_changes()
    {
        var desk = new SignalDesk();
        var task = TaskOf(await SheetAsync(), 2);
        var hookup = new HookupTry("line-2", "line-2", HookupMethod.Direct, new(46.6, 8.2), "valve", new(38, 5), 8000, 25);
        var first = desk.Predict(task, hookup).Value;

        Assert.Same(first, desk.Predict(TaskOf(await SheetAsync(), 2), hookup).Value);
        Assert.NotSame(first, desk.Predict(task, hookup with { Hertz = 512 }).Value);
        SupposedGround Other(Func<SupposedLine, SupposedLine> line) => task.Ground.With("line-2", line);
        SupposedGround[] changed =
        [
            task.Ground with { Soil = new Core.Soil.SoilGround(20) },
            task.Ground with { Bonds = [.. task.Ground.Bonds, new SupposedBond("line-2", 3, "line-3", 4, 1)] },
            task.Ground with { Joints = [.. task.Ground.Joints, new SupposedJoint("line-2", 3, null)] },
            Other(l => l with { Depth = new(l.Depth.Metres + 0.4) }),
            Other(l => l with { NetMilliamps = 3 }),
            Other(l => l with { End = new SupposedEnd(EndSupposed.Earthed, 5) }),
            Other(l => l with { Start = new SupposedEnd(EndSupposed.Earthed, 5) }),
            Other(l => l with { Conductor = LineBuild.Tracer! with { OutsideMetres = 0.003 } }),
        ];
        Assert.All(changed, ground => Assert.NotSame(first, desk.Predict(task with { Ground = ground }, hookup).Value));
        Assert.Same(desk.Plan(task), desk.Plan(task));
        Assert.NotNull(await desk.Plan(task).Work);
        Assert.Equal(desk.Plan(task).Progress.All, desk.Plan(task).Progress.Done);
    }

    [Fact]
    public async Task The_hidden_ground_is_near_the_supposed_one_and_not_it()
    {
        var supposed = SheetGround.Of(await SheetAsync());
        for (var seed = 0; seed < 20; seed++)
        {
            var hidden = StrayGround.Under(supposed, "line-2", seed);
            var (there, here) = (hidden.Line("line-2")!, supposed.Line("line-2")!);
            var stray = Enumerable.Range(0, 20).Max(i => there.Run.Project(here.Run.At(here.Run.Length * i / 19)).Foot.DistanceTo(here.Run.At(here.Run.Length * i / 19)));
            Assert.InRange(stray, 0.001, 1.5);
            Assert.InRange(there.DepthAt(0).Metres / here.Depth.Metres, 0.85, 1.2);
        }

        Assert.Contains(Enumerable.Range(0, 20), seed => StrayGround.Under(supposed, "line-2", seed).Line("stranger") is not null);
        Assert.Contains(Enumerable.Range(0, 20), seed => StrayGround.Under(supposed, "line-2", seed).Line("stranger") is null);
    }

    [Fact]
    public async Task Whatever_is_typed_into_the_forms_of_the_hookup_the_server_answers()
    {
        var locator = host.Browser("jem");
        var random = new Random(31);
        string[] values = ["", "0", "-1", "abc", "1e9", "46.6", "8.2", "Direct", "Clamp", "Induction", "Passive", "line-2", "line-3", "drawn-9", "Copper", "30 10\n30 35", "9999999", "½", "5'2\"", "<b>"];
        (string Path, string Handler, string[] Fields)[] forms =
        [
            ("/jobs/1/hookup/plan?line=2", "PredictJudge", ["method", "atEast", "atNorth", "stakeEast", "stakeNorth", "step", "set", "show", "cutFromEast", "cutFromNorth", "cutToEast", "cutToNorth", "radius"]),
            ("/jobs/1/hookup?line=2", "Judge", ["method", "connectionEast", "connectionNorth", "stakeEast", "stakeNorth", "frequency", "volts", "sent", "receiver", "transmitter", "wireSent1", "wireHeard1", "arcFound", "arcRadius"]),
            ("/jobs/1/hookup/ground?line=2", "Line", ["metal", "coating", "outside", "wall", "depth", "start", "startOhms", "end", "endOhms", "net"]),
            ("/jobs/1/hookup/ground?line=2", "Tie", ["from", "to", "tieEast", "tieNorth", "ohms"]),
            ("/jobs/1/hookup/ground?line=2", "Draw", ["name", "kind", "points"]),
            ("/instruments?instrument=3", "Check", ["known", "read", "battery"]),
        ];
        for (var i = 0; i < 150; i++)
        {
            var (path, handler, fields) = forms[i % forms.Length];
            var (response, _) = await locator.SendAsync(path, handler, [.. fields.Where(_ => random.Next(4) > 0).Select(f => (f, values[random.Next(values.Length)]))]);
            Assert.True(response.StatusCode is HttpStatusCode.OK or HttpStatusCode.Redirect or HttpStatusCode.BadRequest, $"{(int)response.StatusCode} at {path} {handler}, round {i}");
        }

        foreach (var page in new[] { "/jobs/1/hookup/plan?line=2", "/jobs/1/hookup?line=2", "/jobs/1/hookup/ground?line=2", "/jobs/1/hookup/plan?line=2&show=ring", "/jobs/1/hookup/plan?line=2&show=current" })
        {
            Assert.Equal(HttpStatusCode.OK, (await locator.PageAsync(page)).Status);
        }
    }
}
