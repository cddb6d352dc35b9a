using NodaTime;

namespace GentleMole.Core.Handover;

/// <summary>One thing that is otherwise on a sheet than on the one before.</summary>
/// <param name="Before">The utility before; null where it came or none is meant.</param>
/// <param name="After">The utility now; null where it went or none is meant.</param>
public sealed record ClaimChange(ClaimChangeKind Kind, ClaimedLine? Before, ClaimedLine? After)
{
    /// <summary>By how much at most, metres, where it is a matter of metres; of depths with its sign, + is deeper.</summary>
    public double? ByMetres { get; init; }

    /// <summary>Last day before.</summary>
    public LocalDate? HeldUntil { get; init; }

    /// <summary>Last day now.</summary>
    public LocalDate? HoldsUntil { get; init; }
}
