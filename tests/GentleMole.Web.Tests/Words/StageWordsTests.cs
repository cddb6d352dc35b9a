using GentleMole.Core.Days;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Measures;
using GentleMole.Core.Notices;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using GentleMole.Core.Walk;
using GentleMole.Store.Log;
using GentleMole.Web.Stages;
using GentleMole.Web.Words;
using NodaTime;

namespace GentleMole.Web.Tests.Words;

/// <summary>Every word of a closed list has its own words, and what they say follows from the figures.</summary>
public class StageWordsTests
{
    private static readonly Person Metric = new(UnitSystem.Metres, 876, 420, 876, 262);
    private static readonly Person Feet = Metric with { Units = UnitSystem.FeetInches };

    private static void EachDiffers<T>(Func<T, string> words, params T[] except)
        where T : struct, Enum
    {
        var said = Enum.GetValues<T>().Except(except).Select(words).ToList();
        Assert.All(said, Assert.NotEmpty);
        Assert.Equal(said.Count, said.Distinct().Count());
    }

    [Fact]
    public void Nothing_in_a_closed_list_is_left_without_words_of_its_own()
    {
        EachDiffers<FeatureKind>(WalkWords.Kind);
        EachDiffers<FeatureKind>(WalkWords.Tag, FeatureKind.Ground, FeatureKind.Kerb, FeatureKind.Boundary);
        EachDiffers<SiteCaution>(c => WalkWords.Caution(c).Name);
        EachDiffers<SiteCaution>(c => WalkWords.Caution(c).Say);
        EachDiffers<SiteConditions>(WalkWords.Condition, SiteConditions.None);
        EachDiffers<RecordState>(RecordWords.State);
        EachDiffers<RecordWarning>(RecordWords.Warning);
        EachDiffers<OutlineStyle>(OutlineWords.Style);
        EachDiffers<OutlineMarkKind>(MarkWords.Outline);
        EachDiffers<DeadlineKind>(ClockWords.Name);
    }

    [Fact]
    public void A_clue_says_what_how_and_where_to_look()
    {
        var clue = new Clue([UtilityKind.Gas, UtilityKind.Electric], [Connection.Clamp], Azimuth.Of(92), "square-to-kerb");

        Assert.Equal("Likely gas or electric; connect by clamp. Look east and west: services leave square to the street.", WalkWords.Clue(clue));
        Assert.Equal("Something was dug here; no connection here.", WalkWords.Clue(new Clue([UtilityKind.Unknown], [Connection.None], null, "none")));
    }

    [Theory]
    [InlineData(0, "north and south")]
    [InlineData(180, "north and south")]
    [InlineData(44, "north-east and south-west")]
    [InlineData(271, "east and west")]
    [InlineData(359, "north and south")]
    public void A_direction_is_told_both_ways(double azimuth, string words) => Assert.Equal(words, WalkWords.Toward(Azimuth.Of(azimuth)));

    [Fact]
    public void An_estimate_explains_itself_in_words_that_add_up()
    {
        var estimate = SiteTime.Of(new SiteWork(80, 46, 5, 1, SiteTraffic.Light, SiteGround.Rough, false));
        var text = TimeWords.Explain(estimate);

        Assert.Contains("80 (4 lines to hook up and trace)", text, StringComparison.Ordinal);
        Assert.Contains("25 (1 without metal: sonde or radar)", text, StringComparison.Ordinal);
        var sum = System.Text.RegularExpressions.Regex.Matches(text, @"(\d+) \(").Sum(m => int.Parse(m.Groups[1].Value, null));
        Assert.InRange(estimate.Minutes - sum, -5, 8);
    }

    [Fact]
    public void An_outline_is_counted_in_the_units_of_the_reader()
    {
        var plan = DigOutline.Lay(new OutlineOrder([new(0, 0), new(12, 0), new(12, 6), new(0, 6)], [], [], [], OutlineStyle.Dashes, 3, false)).Value;

        Assert.StartsWith("16 dashes, at most 3.00 m apart", OutlineWords.Counts(plan, Metric), StringComparison.Ordinal);
        Assert.Contains("9'10", OutlineWords.Counts(plan, Feet), StringComparison.Ordinal);
        Assert.Contains("white paint", OutlineWords.Needs(plan), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("30 d", "30 days")]
    [InlineData("1 wd", "1 working day")]
    [InlineData("48 h", "48 hours on working days")]
    public void A_rule_is_told_in_full(string rule, string words) => Assert.Equal(words, ClockWords.Rule(ValidityRule.Stored(rule)));

    [Fact]
    public void A_moment_has_its_hour_only_where_there_is_one()
    {
        Assert.Equal("Thu 26 Nov", ClockWords.Moment(new LocalDateTime(2026, 11, 26, 0, 0)));
        Assert.Equal("Wed 25 Nov 09:30", ClockWords.Moment(new LocalDateTime(2026, 11, 25, 9, 30)));
    }

    [Fact]
    public void A_log_entry_is_a_sentence_with_what_it_was_and_what_it_is()
    {
        var entry = new LogEntry
        {
            Who = "Jem Trewin", What = "changed", Subject = "Reading:6f", At = Instant.FromUtc(2026, 7, 1, 8, 30, 0),
            Before = "{\"DepthMetres\":0.64,\"State\":\"Taken\"}", After = "{\"DepthMetres\":0.7,\"State\":\"Accepted\"}",
        };

        Assert.Equal("Jem Trewin changed a dot, 1 Jul 2026 09:30:00: depth metres 0.64 → 0.7; state Taken → Accepted", LogWords.Say(entry, "Europe/London"));
        Assert.Equal("200 dots", LogWords.Thing("Reading:×200"));
        Assert.Equal("together 2 entries", string.Join(' ', LogWords.Differences(new LogEntry { Who = "", What = "added", Subject = "Reading:×2", After = "[{},{}]" }).Select(d => d.Name + " " + d.After)));
    }

    [Theory]
    [InlineData("{\"Tape\":[[10,20],[64,20]]}", "{\"Tape\":[[10,20],[64.5,20]]}", "tape 64, 20 (2 in all) → 64.5, 20 (2 in all)")]
    [InlineData("{\"Tape\":[]}", "{\"Tape\":[[10,20],[64,20]]}", "tape none → 10, 20 · 64, 20")]
    [InlineData("{\"Tape\":[[1,2],[3,4]]}", "{\"Tape\":[[3,4],[1,2]]}", "tape 1, 2 · 3, 4 → the same in another order")]
    [InlineData("{\"Tape\":[[1,2],[1,2]]}", "{\"Tape\":[[1,2]]}", "tape 1, 2 (2 in all) → 1 in all")]
    [InlineData("", "{\"Points\":[[1,1],[2,2],[3,3],[4,4]]}", "points 1, 1 · 2, 2 · 3, 3 (4 in all)")]
    [InlineData(
        "{\"Across\":[{\"OffsetMetres\":-0.6000000000000001,\"Peak\":5.9,\"Null\":null},{\"OffsetMetres\":1,\"Peak\":2,\"Null\":3}]}",
        "{\"Across\":[{\"OffsetMetres\":-0.6,\"Peak\":5.9,\"Null\":null},{\"OffsetMetres\":1,\"Peak\":2.5,\"Null\":3}]}",
        "across offset metres 1, peak 2, null 3 (2 in all) → offset metres 1, peak 2.5, null 3 (2 in all)")]
    [InlineData("{\"Ohms\":1e300,\"Passed\":true}", "{\"Ohms\":5e-324,\"Passed\":false}", "ohms 1e300 → 5e-324; passed yes → no")]
    public void What_changed_in_a_list_is_said_and_not_the_list(string before, string after, string words)
    {
        var entry = new LogEntry { Who = "", What = "changed", Subject = "Job:1", Before = before, After = after };

        Assert.EndsWith(": " + words, LogWords.Say(entry, "Europe/London"), StringComparison.Ordinal);
    }
}
