using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Walk;

namespace GentleMole.Core.Tests.Lines;

public class MaterialTests
{
    [Theory]
    [InlineData("HDPE")]
    [InlineData("63 PE")]
    [InlineData("63PE")]
    [InlineData("PE100 SDR 17")]
    [InlineData("MDPE")]
    [InlineData("plastic")]
    [InlineData("uPVC, 110")]
    [InlineData("PVC-U")]
    [InlineData("MDPE, no tracer")]
    [InlineData("poly pipe without tracing wire")]
    public void Plastic_in_the_words_of_the_trade_carries_nothing(string text)
    {
        Assert.True(Material.Of(text).IsPlastic);
        Assert.Null(LineBuild.Of(UtilityKind.Gas, Material.Of(text), null));
    }

    [Theory]
    [InlineData("copper", Metal.Copper)]
    [InlineData("copper pipe", Metal.Copper)]
    [InlineData("steel pipe", Metal.Steel)]
    [InlineData("PE-coated steel", Metal.Steel)]
    [InlineData("ductile iron pipe", Metal.Iron)]
    [InlineData("DI", Metal.Iron)]
    [InlineData("lead", Metal.Lead)]
    public void A_PE_inside_a_word_or_round_a_metal_does_not_make_it_plastic(string text, Metal metal)
    {
        Assert.False(Material.Of(text).IsPlastic);
        Assert.Equal(metal, LineBuild.Of(UtilityKind.Water, Material.Of(text), null)!.Metal);
        var ways = Clue.Of(new Placed(FeatureKind.Valve, [new(1, 1)], UtilityKind.Water, text, null, 0), [], []).Connections;
        Assert.Contains(Connection.Direct, ways);
    }

    [Theory]
    [InlineData("PE with tracer wire")]
    [InlineData("MDPE, tracing wire")]
    [InlineData("clay, tracer")]
    public void A_tracer_is_what_carries(string text) => Assert.Same(LineBuild.Tracer, LineBuild.Of(UtilityKind.Gas, Material.Of(text), null));

    [Theory]
    [InlineData("")]
    [InlineData("unknown")]
    [InlineData("Strand Road, al fresco st")]
    public void What_says_nothing_is_not_taken_for_anything(string text)
    {
        Assert.Empty(Material.Of(text).Substances);
        Assert.False(Material.Of(text).CarriesNothing);
    }

    [Fact]
    public void Plastic_covers_of_features_lose_the_direct_connection()
    {
        foreach (var text in new[] { "HDPE", "63 PE", "plastic" })
        {
            Assert.Equal([Connection.TracerWire], Clue.Of(new Placed(FeatureKind.Riser, [new(1, 1)], UtilityKind.Gas, text, null, 0), [], []).Connections);
        }
    }

    [Fact]
    public void Cover_is_to_the_top_and_depth_to_the_centre()
    {
        Assert.Equal(0.959, new Cover(0.9).ToCentre(0.118).Metres, 12);
        Assert.Equal(0.9, Cover.Over(new(0.959), 0.118).Metres, 12);
    }
}
