using NodaTime;

namespace GentleMole.Core.Marking;

public enum OutlineMarkKind
{
    Dash,
    Dot,
    Arrow,

    /// <summary>A dash at the kerb or boundary that the route or edge crosses.</summary>
    KerbMark,
    Flag,
    Stake,
    CentreStake,
}
