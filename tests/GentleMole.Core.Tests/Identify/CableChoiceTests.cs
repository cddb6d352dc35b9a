using CsCheck;
using GentleMole.Core.Identify;

namespace GentleMole.Core.Tests.Identify;

/// <summary>Several cables in one chamber: what carries what was sent is the one, unless two carry alike.</summary>
public class CableChoiceTests
{
    private static CableReading Cable(string name, double milliamps, bool? away) => new(name, milliamps, away);

    [Fact]
    public void The_one_that_carries_nearly_all_away_is_it()
    {
        var choice = CableChoice.Of(50, null, [Cable("left", 4, false), Cable("middle", 42, true), Cable("right", 6, false)]);

        Assert.True(choice.Chances[1] > CableChoice.Sure, $"{choice.Chances[1]:0.00}");
        Assert.Equal((CableStep.Take, null), (choice.Step, choice.Alike));
    }

    [Fact]
    public void Of_two_that_carry_alike_the_ways_decide_and_are_asked_for()
    {
        var without = CableChoice.Of(50, null, [Cable("a", 40, null), Cable("b", 37, null)]);
        var with = CableChoice.Of(50, null, [Cable("a", 40, true), Cable("b", 37, false)]);

        Assert.Equal(CableStep.ReadWays, without.Step);
        Assert.NotNull(without.Alike);
        Assert.True(without.Chances.Max() < 0.7);
        Assert.Equal((CableStep.Take, null), (with.Step, with.Alike));
    }

    [Fact]
    public void Two_that_carry_alike_the_same_way_are_never_told_apart_by_current()
    {
        var choice = CableChoice.Of(50, null, [Cable("a", 22, true), Cable("b", 21, true), Cable("c", 1, null)]);

        Assert.NotEqual(CableStep.Take, choice.Step);
        Assert.Equal(CableStep.LiftEarths, choice.Step);
        Assert.NotNull(choice.Alike);
    }

    [Fact]
    public void Where_none_carries_it_none_is_it()
    {
        var choice = CableChoice.Of(100, null, [Cable("a", 1, null), Cable("b", 2, null), Cable("c", 0, null)]);

        Assert.True(choice.NoneChance > 0.5, $"{choice.NoneChance:0.00}");
        Assert.Equal(CableStep.LookElsewhere, choice.Step);
    }

    [Fact]
    public void What_the_ground_lets_arrive_counts()
    {
        IReadOnlyList<CableReading> cables = [Cable("strong", 30, null), Cable("weak", 11, null)];
        Assert.True(CableChoice.Of(50, 12, cables).Chances[1] > CableChoice.Of(50, null, cables).Chances[1]);
    }

    [Fact]
    public void Chances_add_up_whatever_is_typed_and_order_changes_nothing() =>
        Gen.Select(Gen.Double[0, 1e6].Array[2, CableChoice.Most], Gen.Int[0, 4].Select(i => new[] { 1e-10, 5e-324, 0.0, 1e300, 50 }[i])).Sample((read, sent) =>
        {
            List<CableReading> cables = [.. read.Select((r, i) => Cable($"c{i}", r, i % 3 == 0 ? null : i % 3 == 1))];
            var (one, other) = (CableChoice.Of(sent, null, cables), CableChoice.Of(sent, null, [.. cables.AsEnumerable().Reverse()]));
            return Math.Abs(one.Chances.Sum() + one.NoneChance - 1) < 1e-9 && one.Chances.Zip(other.Chances.Reverse()).All(p => Math.Abs(p.First - p.Second) < 1e-9);
        });
}
