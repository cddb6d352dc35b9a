using CsCheck;
using GentleMole.Core.Lines;
using GentleMole.Core.Notices;
using GentleMole.Core.Site;
using GentleMole.Core.Walk;

namespace GentleMole.Core.Tests.Walk;

public class WalkTests
{
    private static readonly Run Kerb = new([new(0, 0), new(50, 0)]);

    private static Placed Seen(FeatureKind kind, double e, double n, UtilityKind? utility = null, string material = "", SitePoint? was = null, double doubt = 0.3) =>
        new(kind, [new(e, n)], utility, material, was, doubt);

    private static SiteFacts Facts(params UtilityKind[] utilities) => new(SiteTraffic.None, SiteConditions.None, utilities, [], false);

    [Fact]
    public void Cautions_follow_from_the_site()
    {
        Assert.Equal([SiteCaution.Self], Cautions.Applying(Facts()));
        Assert.Contains(SiteCaution.LiveEquipment, Cautions.Applying(Facts(UtilityKind.Electric)));
        Assert.Contains(SiteCaution.Chamber, Cautions.Applying(Facts(UtilityKind.Communications)));
        Assert.Contains(SiteCaution.ShallowAtStake, Cautions.Applying(Facts(UtilityKind.Water)));
        Assert.Contains(SiteCaution.Carriageway, Cautions.Applying(Facts() with { Traffic = SiteTraffic.Light }));
        Assert.Contains(SiteCaution.LoneWork, Cautions.Applying(Facts() with { Conditions = SiteConditions.Alone | SiteConditions.Rail }));
        Assert.Contains(SiteCaution.Rail, Cautions.Applying(Facts() with { Conditions = SiteConditions.Alone | SiteConditions.Rail }));
        Assert.Contains(SiteCaution.AsbestosCement, Cautions.Applying(Facts() with { AsbestosOnRecords = true }));
        Assert.Contains(SiteCaution.LiveEquipment, Cautions.Applying(Facts() with { Features = [FeatureKind.Pole] }));
    }

    [Fact]
    public void Nothing_that_may_be_live_is_ever_suggested_for_a_direct_connection()
    {
        foreach (var kind in Enum.GetValues<FeatureKind>())
        {
            foreach (var material in new[] { "", "steel", "PE" })
            {
                var clue = Clue.Of(Seen(kind, 5, 3, UtilityKind.Electric, material), [Kerb], []);
                Assert.True(kind is FeatureKind.Valve or FeatureKind.Hydrant || !clue.Connections.Contains(Connection.Direct), kind.ToString());
            }

            var unknown = Clue.Of(Seen(kind, 5, 3), [Kerb], []);
            Assert.True(unknown.Utilities[0] != UtilityKind.Electric || !unknown.Connections.Contains(Connection.Direct), kind.ToString());
        }
    }

    [Fact]
    public void A_meter_looks_square_to_the_street_a_scar_along_itself_and_a_moved_meter_to_its_old_place()
    {
        Assert.Equal(Azimuth.Of(180), Clue.Of(Seen(FeatureKind.Meter, 20, 4), [Kerb], []).Along);
        Assert.Equal(Azimuth.Of(90), Clue.Of(new Placed(FeatureKind.Scar, [new(3, 3), new(9, 3)], null, "", null, 0.3), [Kerb], []).Along);
        var moved = Clue.Of(Seen(FeatureKind.Meter, 20, 4, was: new SitePoint(20, 9)), [Kerb], []);
        Assert.Equal(("from-old-place", Azimuth.Of(0)), (moved.Code, moved.Along!.Value));
        var hydrant = Clue.Of(Seen(FeatureKind.Hydrant, 10, 5, UtilityKind.Water), [Kerb], [(UtilityKind.Water, new Run([new(9, -20), new(9, 30)])), (UtilityKind.Gas, Kerb)]);
        Assert.Equal(("along-record", Azimuth.Of(0)), (hydrant.Code, hydrant.Along!.Value));
        Assert.Null(Clue.Of(Seen(FeatureKind.Dip, 20, 400), [Kerb], []).Along);
    }

    [Fact]
    public void A_feature_beyond_both_doubts_is_a_question_and_one_within_ties_the_record() =>
        Gen.Select(Gen.Double[0, 6], Gen.Double[0.1, 2], Gen.Double[0.1, 2]).Sample((away, doubtOfRecord, doubtOfFeature) =>
        {
            RecordedRun[] records = [new(7, UtilityKind.Water, new Run([new(0, 0), new(40, 0)]), doubtOfRecord), new(8, UtilityKind.Gas, new Run([new(0, away), new(40, away)]), 0.1)];
            SeenFeature[] features = [new(1, Seen(FeatureKind.Hydrant, 20, away, UtilityKind.Water, doubt: doubtOfFeature))];
            var allowed = Math.Sqrt((doubtOfRecord * doubtOfRecord) + (doubtOfFeature * doubtOfFeature));

            var questions = RecordCheck.Questions(features, records);

            Assert.Equal(away > allowed, questions.Count == 1);
            Assert.Equal(away <= allowed, RecordCheck.Tied(features, records).Contains(7));
            Assert.DoesNotContain(8, RecordCheck.Tied(features, records));
            Assert.All(questions, q => Assert.Equal((1, 7), (q.FeatureId, q.RecordId)));
        });

    [Fact]
    public void What_belongs_to_nobody_known_or_lies_far_off_raises_no_question()
    {
        RecordedRun[] records = [new(7, UtilityKind.Water, new Run([new(0, 0), new(40, 0)]), 0.5)];

        Assert.Empty(RecordCheck.Questions([new(1, Seen(FeatureKind.Hydrant, 20, 30, UtilityKind.Water))], records));
        Assert.Empty(RecordCheck.Questions([new(1, Seen(FeatureKind.Box, 20, 3))], records));
        Assert.Empty(RecordCheck.Questions([new(1, Seen(FeatureKind.Dip, 20, 3, UtilityKind.Water))], records));
    }

    [Theory]
    [InlineData(299, true)]
    [InlineData(301, false)]
    public void A_photo_stands_for_a_place_only_near_the_site(double metres, bool fits)
    {
        Assert.Equal(fits, PhotoPlace.Fits(new SitePoint(1000 + metres, 0), [new(1000, 0)]));
        Assert.Equal(fits, PhotoPlace.Fits(new SitePoint(0, metres), []));
    }

    [Theory]
    [InlineData("clay", true)]
    [InlineData("PE 63", true)]
    [InlineData("optical fibre in PVC", true)]
    [InlineData("asbestos-cement", true)]
    [InlineData("PE with tracer wire", false)]
    [InlineData("ductile iron", false)]
    [InlineData("copper", false)]
    [InlineData("", false)]
    public void A_material_tells_whether_a_signal_can_be_put_on(string material, bool without) =>
        Assert.Equal(without, Material.Of(material).CarriesNothing);
}
