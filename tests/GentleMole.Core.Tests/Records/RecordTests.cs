using CsCheck;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Tests.Records;

public class RecordTests
{
    private static readonly Run Kerb = new([new(0, 0), new(30, 0), new(30, 20)]);

    [Fact]
    public void One_figure_gives_a_line_that_keeps_its_distance_from_the_boundary() =>
        Gen.Double[-3, 3].Where(o => Math.Abs(o) > 0.1).Sample(offset =>
        {
            var line = RecordGeometry.FromOffsets(Kerb, [new CoverOverOffset(null, 0.9, offset)]).Value;
            var run = new Run(line.Points);
            for (var s = 0.05; s < 1; s += 0.1)
            {
                // Round the outside of a corner it is mitred, and farther from the corner itself.
                var station = Kerb.Project(run.At(run.Length * s));
                if (station.Foot.DistanceTo(new SitePoint(30, 0)) > 1e-9)
                {
                    Assert.Equal(offset, station.OffsetMetres, 6);
                }
            }
        });

    [Fact]
    public void Several_figures_stand_at_their_chainages_with_the_least_cover()
    {
        var line = RecordGeometry.FromOffsets(Kerb, [new(5, 0.9, 1.5), new(20, 0.75, 2.5)]).Value;

        Assert.Equal([new SitePoint(5, -1.5), new SitePoint(20, -2.5)], line.Points);
        Assert.Equal(0.75, line.CoverMetres);
    }

    [Theory]
    [InlineData("no figures")]
    [InlineData("no chainage", 1.0, null, 2.0, null)]
    [InlineData("beyond", 1.0, 80.0)]
    [InlineData("twice", 1.0, 4.0, 2.0, 4.0)]
    public void Figures_that_cannot_be_are_told(string why, params double?[] figures)
    {
        _ = why;
        var read = figures.Chunk(2).Select(f => new CoverOverOffset(f[1], 0.9, f[0]!.Value)).ToList();

        Assert.Equal("figures", RecordGeometry.FromOffsets(Kerb, read).Errors.Single().Field);
    }

    [Fact]
    public void A_lost_chamber_lies_where_the_lengths_lead_and_its_circle_holds_it()
    {
        var run = new Run([new(0, 0), new(40, 0), new(40, 60)]);
        var random = new Random(77);
        double Gauss() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        var held = 0;
        for (var i = 0; i < 2000; i++)
        {
            // Truth: two lengths that differ from the plan by their stated doubt, and a run off by its doubt (95 % each).
            double[] plan = [25, 30];
            var truth = plan.Sum(l => l + (Gauss() * Math.Sqrt(0.16 + (l * l * 1e-4)) / 1.96));
            var lost = RecordGeometry.LostChamber(run, 3, plan, backwards: false, 0.6).Value;
            held += lost.Place.DistanceTo(run.At(3 + truth, Gauss() * 0.6 / 1.96)) <= lost.RadiusMetres ? 1 : 0;
        }

        Assert.Equal(new SitePoint(40, 18), RecordGeometry.LostChamber(run, 3, [25, 30], false, 0.6).Value.Place);
        Assert.InRange(held / 2000.0, 0.92, 0.99);
    }

    [Fact]
    public void A_chamber_beyond_the_end_of_the_run_is_refused_and_backwards_goes_back()
    {
        var run = new Run([new(0, 0), new(50, 0)]);

        Assert.Equal("lengths", RecordGeometry.LostChamber(run, 10, [60], false, 1).Errors.Single().Field);
        Assert.Equal(new SitePoint(5, 0), RecordGeometry.LostChamber(run, 25, [20], true, 1).Value.Place);
        Assert.False(RecordGeometry.LostChamber(run, 10, [], false, 1).IsGood);
    }

    [Fact]
    public void A_lead_in_leaves_its_main_squarely_and_no_way_of_its_length_leaves_its_band() =>
        Gen.Select(Gen.Double[2, 28], Gen.Double[2, 15], Gen.Double[0, 6], Gen.Double[0, 1], Gen.Double[0.1, 1]).Sample((along, away, more, share, doubt) =>
        {
            var (main, premises) = (new Run([new(0, 0), new(30, 0)]), new SitePoint(along, away));
            var length = away + more;
            var lead = RecordGeometry.LeadIn(main, premises, length, 0.8, doubt).Value;
            Assert.Equal([new SitePoint(along, 0), premises], lead.Points);

            // Any two straight legs of that length in all: their corner lies on the ellipse round both ends.
            var (major, focus) = (length / 2, away / 2);
            var angle = share * 2 * Math.PI;
            var across = Math.Sqrt((major * major) - (focus * focus)) * Math.Sin(angle);
            Assert.True(Math.Abs(across) <= lead.DoubtMetres + 1e-9);
        });

    [Fact]
    public void A_lead_in_that_cannot_reach_or_has_no_way_to_go_is_refused()
    {
        var main = new Run([new(0, 0), new(30, 0)]);

        Assert.Equal("leadLength", RecordGeometry.LeadIn(main, new(10, 12), 8, 0.8, 0.5).Errors.Single().Field);
        Assert.Equal("premises", RecordGeometry.LeadIn(main, new(10, 0.05), null, 0.8, 0.5).Errors.Single().Field);
        Assert.Equal(0.5, RecordGeometry.LeadIn(main, new(10, 12), null, 0.8, 0.5).Value.DoubtMetres);
        Assert.True(RecordGeometry.LeadIn(main, new(10, 12), 11.6, 0.8, 0.5).IsGood);
    }

    [Theory]
    [InlineData("2x3 PVC 110/100", 6, 0.390, 0.250)]
    [InlineData("2 x 3 PVC 100", 6, 0.390, 0.250)]
    [InlineData("1x4 clay 100 @0", 4, 0.528, 0.132)]
    [InlineData("2x2 PVC 110/100 @40 + 1x1 steel 60/50", 5, 0.360, 0.260)]
    public void A_duct_bank_has_its_envelope(string text, int ducts, double width, double height)
    {
        var bank = DuctBank.Parse(text, "ducts").Value;

        Assert.Equal(ducts, bank.Count);
        Assert.Equal(width, bank.WidthMetres, 9);
        Assert.Equal(height, bank.HeightMetres, 9);
        Assert.All(bank.Ducts, d =>
        {
            Assert.InRange(d.RightMetres, d.RadiusMetres - 1e-9, bank.WidthMetres - d.RadiusMetres + 1e-9);
            Assert.InRange(d.DownMetres, d.RadiusMetres - 1e-9, bank.HeightMetres - d.RadiusMetres + 1e-9);
        });
    }

    [Theory]
    [InlineData("2x3")]
    [InlineData("0x3 PVC 100")]
    [InlineData("2x3 PVC 100/110")]
    [InlineData("six ducts")]
    [InlineData("99x99 PVC 100")]
    [InlineData("")]
    public void A_duct_bank_that_cannot_be_is_told(string text) => Assert.Equal("ducts", DuctBank.Parse(text, "ducts").Errors.Single().Field);

    [Fact]
    public void Ducts_never_overlap() =>
        Gen.Select(Gen.Int[1, 5], Gen.Int[1, 6], Gen.Int[50, 200], Gen.Int[0, 60]).Sample((rows, columns, bore, clear) =>
        {
            var ducts = DuctBank.Parse($"{rows}x{columns} PVC {bore} @{clear} + 2x1 steel 60/50", "").Value.Ducts.ToList();
            for (var i = 0; i < ducts.Count; i++)
            {
                for (var j = 0; j < i; j++)
                {
                    var apart = Math.Sqrt(Math.Pow(ducts[i].RightMetres - ducts[j].RightMetres, 2) + Math.Pow(ducts[i].DownMetres - ducts[j].DownMetres, 2));
                    Assert.True(apart >= ducts[i].RadiusMetres + ducts[j].RadiusMetres - 1e-9);
                }
            }
        });

    [Fact]
    public void An_owner_with_two_sheets_is_complete_only_with_both_and_only_while_they_hold()
    {
        var today = new LocalDate(2026, 11, 23);
        RecordState State(params (string, int)[] came) => new RecordFile(
            ["trunk", "distribution"], [.. came.Select(c => (c.Item1, today.PlusDays(c.Item2)))], false).StateOn(today);

        Assert.Equal(RecordState.Asked, State());
        Assert.Equal(RecordState.Partial, State(("trunk", 5)));
        Assert.Equal(RecordState.Complete, State(("Trunk", 5), ("distribution", 0)));
        Assert.Equal(RecordState.Expired, State(("trunk", 5), ("distribution", -1)));
        Assert.Equal(RecordState.Complete, State(("trunk", -3), ("trunk", 5), ("distribution", 2)));
        Assert.Equal(RecordState.Nothing, new RecordFile([], [], true).StateOn(today));
        Assert.Equal(RecordState.Complete, new RecordFile([], [("", today)], false).StateOn(today));
    }

    [Theory]
    [InlineData("FIBRE_TRUNK", RecordWarning.OpticalFibre)]
    [InlineData("24 optical fiber", RecordWarning.OpticalFibre)]
    [InlineData("AC 100 duct", RecordWarning.AsbestosCement)]
    [InlineData("asbestos-cement main", RecordWarning.AsbestosCement)]
    [InlineData("overhead line", RecordWarning.Overhead)]
    public void Words_on_plans_warn(string text, RecordWarning warning) => Assert.Equal([warning], RecordWarnings.In(text));

    [Theory]
    [InlineData("PE gas main")]
    [InlineData("back lane, fire main")]
    [InlineData("")]
    public void Other_words_do_not(string text) => Assert.Empty(RecordWarnings.In(text));
}
