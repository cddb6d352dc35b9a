namespace GentleMole.Core.Hookup;

/// <summary>Limits of the loop resistance, ohms; the firm may set its own.</summary>
/// <param name="GoodOhms">Up to this a circuit is good.</param>
/// <param name="WeakOhms">Up to this it is weak, and usable with care.</param>
/// <param name="StopOhms">Up to this its earth is poor; beyond it nothing found with it is to be trusted.</param>
public sealed record CircuitLimits(double GoodOhms, double WeakOhms, double StopOhms)
{
    /// <summary>What is used where nobody has set others.</summary>
    public static CircuitLimits Usual { get; } = new(1000, 5000, 7000);

    /// <summary>What is wrong with limits that somebody sets: each within <see cref="HookupRules.LimitOhms"/>, each above the one before.</summary>
    public static IReadOnlyList<FieldError> Check(double goodOhms, double weakOhms, double stopOhms)
    {
        foreach (var (ohms, field) in new[] { (goodOhms, nameof(goodOhms)), (weakOhms, nameof(weakOhms)), (stopOhms, nameof(stopOhms)) })
        {
            if (!HookupRules.LimitOhms.Hold(ohms))
            {
                return [new(field, $"A limit lies from {HookupRules.LimitOhms.Least:0} Ω to 1 MΩ.")];
            }
        }

        return weakOhms <= goodOhms ? [new(nameof(weakOhms), "Weak begins above good.")]
            : stopOhms <= weakOhms ? [new(nameof(stopOhms), "The circuit that stops work lies above the weak one.")]
            : [];
    }
}
