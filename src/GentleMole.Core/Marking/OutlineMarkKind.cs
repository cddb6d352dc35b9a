using NodaTime;

namespace GentleMole.Core.Marking;

/// <summary>A mark of the white outline.</summary>
public enum OutlineMarkKind
{
    /// <summary>A dash along an edge.</summary>
    Dash,

    /// <summary>A dot, on curves.</summary>
    Dot,

    /// <summary>An arrow along a route.</summary>
    Arrow,

    /// <summary>A dash at the kerb or boundary that the route or edge crosses.</summary>
    KerbMark,

    /// <summary>A flag.</summary>
    Flag,

    /// <summary>A stake.</summary>
    Stake,

    /// <summary>One stake in the middle for a small dig.</summary>
    CentreStake,
}
