using GentleMole.Core.Yards;

namespace GentleMole.Core.Tests.Yards;

/// <summary>What to practise next comes from one's own record: what was missed lately first, then the easiest that is not mastered.</summary>
public class YardNextTests
{
    private static YardPlayed Played(string yard, double score, params (YardHabit Habit, bool Kept)[] habits) => new(yard, score, habits.ToDictionary(h => h.Habit, h => h.Kept));

    [Fact]
    public void Whoever_is_new_begins_with_the_easiest() => Assert.Equal((1, null), (YardNext.Of(YardBook.All, []).Yard.Level, YardNext.Of(YardBook.All, []).Habit));

    [Fact]
    public void A_habit_that_was_missed_twice_lately_is_taught_next_and_one_that_was_missed_long_ago_is_not()
    {
        var missed = (YardHabit.PassiveLast, false);
        var kept = (YardHabit.PassiveLast, true);
        var next = YardNext.Of(YardBook.All, [Played("quiet-lane", 90, missed), Played("two-tails", 85, missed)]);
        Assert.Equal(("the-stranger", YardHabit.PassiveLast, 2, 2), (next.Yard.Code, next.Habit, next.Missed, next.Occasions));
        Assert.Null(YardNext.Of(YardBook.All, [Played("quiet-lane", 90, missed)]).Habit);
        Assert.Null(YardNext.Of(YardBook.All, [Played("quiet-lane", 90, kept), Played("quiet-lane", 90, kept), Played("quiet-lane", 90, kept), Played("two-tails", 85, kept), Played("two-tails", 85, missed), Played("two-tails", 85, missed)]).Habit);
    }

    [Fact]
    public void What_is_mastered_is_not_asked_for_again_until_all_is()
    {
        var mastered = YardBook.All.Where(y => y.Level <= 2).Select(y => Played(y.Code, 95)).ToList();
        Assert.Equal(3, YardNext.Of(YardBook.All, mastered).Yard.Level);
        Assert.Equal("quiet-lane", YardNext.Of(YardBook.All, [Played("quiet-lane", 70), .. mastered]).Yard.Code);
        Assert.NotNull(YardNext.Of(YardBook.All, [.. YardBook.All.Select(y => Played(y.Code, 99))]).Yard);
    }

    [Theory]
    [InlineData("quiet-lane", "f1-a")]
    [InlineData("cabinet-door", "f1-c")]
    [InlineData("kitchen", "f2-a")]
    [InlineData("iron-street", "f1-a")]
    public void The_best_way_goes_where_it_should(string yard, string connection)
    {
        foreach (var seed in Enumerable.Range(0, 6))
        {
            var best = YardBest.Of(new YardRound(YardBook.Find(yard)!, seed))!;
            Assert.Equal(connection, best.Made.Hookup.Connection);
            Assert.True(best.ReadableShare > 0.8, $"{yard} {seed}: {best.ReadableShare}");
        }
    }

    [Fact]
    public void Of_two_wires_the_best_way_takes_the_one_that_is_sought_and_every_yard_has_one()
    {
        foreach (var code in new[] { "two-tails", "wrong-side" })
        {
            foreach (var seed in Enumerable.Range(0, 8))
            {
                var round = new YardRound(YardBook.Find(code)!, seed);
                Assert.Equal("gas", round.Site.Connection(YardBest.Of(round)!.Made.Hookup.Connection!)!.Value.Connection.On);
            }
        }

        Assert.All(YardBook.All, y => Assert.InRange(YardBest.Of(new YardRound(y, 2))!.TargetShare, 0.05, 1));
    }
}
