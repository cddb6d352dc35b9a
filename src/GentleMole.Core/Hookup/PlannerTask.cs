using GentleMole.Core.Instruments;

namespace GentleMole.Core.Hookup;

/// <summary>What a plan is made for.</summary>
public sealed record PlannerTask
{
    /// <summary>The ground as it is supposed.</summary>
    public required SupposedGround Ground { get; init; }

    /// <summary>Name of the line that is sought.</summary>
    public required string Target { get; init; }

    /// <summary>The stretch of it on which is dug.</summary>
    public required WorkStretch Work { get; init; }

    /// <summary>Where it can be connected.</summary>
    public required IReadOnlyList<ConnectionPoint> Points { get; init; }

    /// <summary>Where a stake may be driven.</summary>
    public required StakeGround StakeGround { get; init; }

    /// <summary>What sends.</summary>
    public required TransmitterProfile Transmitter { get; init; }

    /// <summary>What hears.</summary>
    public required ReceiverProfile Receiver { get; init; }

    /// <summary>Which frequency is tried first where several do.</summary>
    public FirstFrequency Habit { get; init; } = FirstFrequency.Lowest;

    /// <summary>Loop resistances that the firm allows.</summary>
    public CircuitLimits Limits { get; init; } = CircuitLimits.Usual;

    /// <summary>Mains frequency that the receiver listens for; 50 Hz where it does not say.</summary>
    public double MainsHertz => Receiver.FrequenciesHertz.Where(f => f is >= 45 and <= 65).DefaultIfEmpty(50).First();

    /// <summary>Where the transmitter may stand for induction is not searched; it stands over the line this far from the work.</summary>
    public const double InductionMetres = 15;
}
