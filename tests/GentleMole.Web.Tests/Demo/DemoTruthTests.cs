using GentleMole.Core.Trace;
using GentleMole.Core;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Practice;
using GentleMole.Store.Demo;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace GentleMole.Web.Tests.Demo;

/// <summary>The demo's readings come from a hidden ground; what is marked from them is compared with it.</summary>
public class DemoTruthTests(MoleHost host) : IClassFixture<MoleHost>
{
    private Task<JobSheet> LidoAsync() => host.SheetAsync(1);

    private static BuriedLine Truth(UtilityKind kind) => kind switch
    {
        UtilityKind.Water => LidoGround.Water,
        UtilityKind.Gas => LidoGround.Gas,
        UtilityKind.Communications => LidoGround.Fibre,
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };

    [Fact]
    public async Task Marks_lie_within_their_interval_of_the_hidden_lines()
    {
        var sheet = await LidoAsync();
        var dots = sheet.Lines.SelectMany(l => l.Dots.Select(d => (l.Line.Kind, Dot: d))).ToList();

        Assert.Equal(17, dots.Count);
        Assert.All(dots, d =>
        {
            var place = d.Dot.Reading.Place;
            var miss = Truth(d.Kind).Run.Project(place).OffsetMetres;

            // The truth seen from the dot, right positive, must lie in the interval that the dot was given.
            Assert.InRange(-miss, d.Dot.Judgement.Position.Low95 - 0.01, d.Dot.Judgement.Position.High95 + 0.01);
        });
    }

    [Fact]
    public async Task A_dot_beside_the_cable_is_corrected_to_the_hidden_line_and_depth()
    {
        var sheet = await LidoAsync();
        var dot = sheet.Lines.Single(l => l.Line.Kind == UtilityKind.Gas).Dots[^1];
        var judged = dot.Judgement;
        var (truth, station) = (Truth(UtilityKind.Gas), Truth(UtilityKind.Gas).Run.Project(dot.Reading.Place));

        Assert.Equal(DotFinding.NeighbourTakenOut, judged.Finding);
        Assert.InRange(-station.OffsetMetres, judged.Position.Low95, judged.Position.High95);
        Assert.InRange(truth.DepthAt(station.ChainageMetres).Metres, judged.Depth!.Value.Low95, judged.Depth.Value.High95);
        Assert.True(judged.Across!.Neighbour!.CurrentRatio < 0);
        Assert.True(Math.Abs(judged.PlaceMark.OffsetMetres + station.OffsetMetres) < Math.Abs(judged.Across.PeakOffsetMetres!.Value + station.OffsetMetres));
    }

    [Fact]
    public async Task Where_the_cable_runs_beside_the_gas_no_dot_is_called_sound_and_elsewhere_most_are()
    {
        var sheet = await LidoAsync();
        var gas = sheet.Lines.Single(l => l.Line.Kind == UtilityKind.Gas);

        Assert.All(gas.Dots.Where(d => d.Reading.NorthMetres > 20), d => Assert.NotEqual(Verdict.Sound, d.Judgement.Verdict));
        var clean = sheet.Lines.Where(l => l.Line.Kind is UtilityKind.Water or UtilityKind.Communications).SelectMany(l => l.Dots).ToList();
        Assert.True(clean.Count(d => d.Judgement.Verdict == Verdict.Sound) >= clean.Count * 0.7);
    }

    [Fact]
    public async Task Depths_hold_the_truth_where_the_field_is_clean()
    {
        var sheet = await LidoAsync();
        foreach (var line in sheet.Lines.Where(l => l.Line.Kind is UtilityKind.Water or UtilityKind.Communications))
        {
            var truth = Truth(line.Line.Kind);
            foreach (var dot in line.Dots.Where(d => d.Judgement.Verdict == Verdict.Sound))
            {
                var deep = truth.DepthAt(truth.Run.Project(dot.Reading.Place).ChainageMetres).Metres;
                Assert.InRange(deep, dot.Judgement.Depth!.Value.Low95 - 0.02, dot.Judgement.Depth.Value.High95 + 0.02);
            }
        }
    }

    [Fact]
    public async Task The_clay_drain_is_not_traced_and_the_demo_does_not_pretend_it_is()
    {
        var drain = (await LidoAsync()).Lines.Single(l => l.Line.Kind == UtilityKind.Sewer);

        Assert.Empty(drain.Dots);
        Assert.Equal(LineAnswer.Escalated, drain.Line.Answer);
    }

    [Fact]
    public async Task Seeded_again_on_the_same_directory_nothing_is_doubled()
    {
        var jobs = await host.StoreAsync(async db =>
        {
            await DemoData.SeedAsync(db, SystemClock.Instance.GetCurrentInstant());
            return db.Jobs.Count(j => j.Name.StartsWith("Lido"));
        });

        Assert.Equal(1, jobs);
    }
}
