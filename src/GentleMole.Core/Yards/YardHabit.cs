namespace GentleMole.Core.Yards;

/// <summary>What a careful person does, as it is judged.</summary>
public enum YardHabit
{
    /// <summary>Nothing was touched before it was tested dead.</summary>
    TestedDead = 0,

    /// <summary>The loop was looked at and put right before walking.</summary>
    AskedCircuit = 1,

    /// <summary>Every wire or stub at a box was hooked up and read.</summary>
    TriedEach = 2,

    /// <summary>The stake stands square to the line.</summary>
    StakeSquare = 3,

    /// <summary>The stake stands far away.</summary>
    StakeFar = 4,

    /// <summary>The stake stands clear of other services, and its lead crosses none.</summary>
    StakeClear = 5,

    /// <summary>The lowest frequency that reaches.</summary>
    LowestThatWorks = 6,

    /// <summary>No more current than it takes.</summary>
    NoMorePower = 7,

    /// <summary>All the way round the hookup.</summary>
    SweptRound = 8,

    /// <summary>Peak and null were both looked at.</summary>
    CheckedNull = 9,

    /// <summary>Where two lines answered, their currents were compared.</summary>
    ComparedCurrents = 10,

    /// <summary>The way of the current was looked at.</summary>
    CheckedDirection = 11,

    /// <summary>The receiver was lifted or turned.</summary>
    LiftOrTurn = 12,

    /// <summary>Marks stand close together on bends.</summary>
    CloseOnBends = 13,

    /// <summary>The area was swept passively at the end.</summary>
    PassiveLast = 14,

    /// <summary>Where the first hookup was doubtful, a second was made.</summary>
    SecondHookup = 15,

    /// <summary>What the evidence does not carry was passed on.</summary>
    SaidUnsure = 16,
}
