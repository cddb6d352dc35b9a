namespace GentleMole.Core.Yards;

/// <summary>Codes of the habits, as the contract has them.</summary>
public static class YardHabits
{
    /// <summary>The code of a habit.</summary>
    public static string Code(YardHabit habit) => habit switch
    {
        YardHabit.TestedDead => "tested-dead",
        YardHabit.AskedCircuit => "asked-circuit",
        YardHabit.TriedEach => "tried-each",
        YardHabit.StakeSquare => "stake-square",
        YardHabit.StakeFar => "stake-far",
        YardHabit.StakeClear => "stake-clear",
        YardHabit.LowestThatWorks => "lowest-that-works",
        YardHabit.NoMorePower => "no-more-power",
        YardHabit.SweptRound => "swept-round",
        YardHabit.CheckedNull => "checked-null",
        YardHabit.ComparedCurrents => "compared-currents",
        YardHabit.CheckedDirection => "checked-direction",
        YardHabit.LiftOrTurn => "lift-or-turn",
        YardHabit.CloseOnBends => "close-on-bends",
        YardHabit.PassiveLast => "passive-last",
        YardHabit.SecondHookup => "second-hookup",
        YardHabit.SaidUnsure => "said-unsure",
    };
}
