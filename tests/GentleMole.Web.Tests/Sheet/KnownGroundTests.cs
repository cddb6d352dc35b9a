using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Tests.Sheet;

/// <summary>What plans and predicted currents say beside a dot of the demo.</summary>
public class KnownGroundTests(MoleHost host) : IClassFixture<MoleHost>
{
    private Task<JobSheet> SheetAsync() => host.SheetAsync(1);

    [Fact]
    public async Task Beside_the_gas_dot_the_plan_has_the_cable_and_the_engine_its_current_the_other_way()
    {
        var sheet = await SheetAsync();
        var gas = sheet.Lines.Single(l => l.Line.Kind == UtilityKind.Gas);
        var dot = gas.Dots[^1];

        var prior = KnownGround.Of(sheet).At(gas, dot.Reading.HookupId, dot.Reading.Place, new SitePoint(0, 1));

        Assert.NotNull(prior.OffsetMetres);
        Assert.NotEmpty(prior.Neighbours);
        Assert.All(prior.Neighbours, n => Assert.InRange(Math.Abs(n.OffsetMetres), 0, 5));
        Assert.All(prior.Neighbours, n => Assert.True(n.CurrentRatio is null || double.IsFinite(n.CurrentRatio.Value)));
    }

    [Fact]
    public async Task The_same_ground_has_the_same_print_whoever_loads_it_and_another_ground_another()
    {
        var print = KnownGround.Of(await SheetAsync()).Fingerprint;

        Assert.Equal(print, KnownGround.Of(await SheetAsync()).Fingerprint);
        Assert.NotEqual(print, KnownGround.Of(await host.SheetAsync(2)).Fingerprint);
    }
}
