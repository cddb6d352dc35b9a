using GentleMole.Core.Instruments;

namespace GentleMole.Core.Hookup;

/// <summary>What a plan is made for.</summary>
public sealed record PlannerTask
{
    public required SupposedGround Ground { get; init; }

    public required string Target { get; init; }

    public required WorkStretch Work { get; init; }

    public required IReadOnlyList<ConnectionPoint> Points { get; init; }

    public required StakeGround StakeGround { get; init; }

    public required TransmitterProfile Transmitter { get; init; }

    public required ReceiverProfile Receiver { get; init; }

    public FirstFrequency Habit { get; init; } = FirstFrequency.Lowest;

    /// <summary>Loop resistances that the firm allows.</summary>
    public CircuitLimits Limits { get; init; } = CircuitLimits.Usual;

    /// <summary>Mains frequency that the receiver listens for; 50 Hz where it does not say.</summary>
    public double MainsHertz => Receiver.FrequenciesHertz.Where(f => f is >= 45 and <= 65).DefaultIfEmpty(50).First();

    /// <summary>Where the transmitter may stand for induction is not searched; it stands over the line this far from the work.</summary>
    public const double InductionMetres = 15;
}
