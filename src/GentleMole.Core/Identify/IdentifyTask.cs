using GentleMole.Core.Instruments;
using GentleMole.Core.Network;

namespace GentleMole.Core.Identify;

/// <summary>The ground as records have it, the hookup, and what was read over it.</summary>
public sealed record IdentifyTask
{
    /// <summary>The lines as records have them.</summary>
    public required BuriedNetwork Network { get; init; }

    /// <summary>How well each line's place is known, sideways as a whole: standard deviation, metres, in the order of the network.</summary>
    public required IReadOnlyList<double> DoubtMetres { get; init; }

    /// <summary>Plans are off alike over so many metres along a line; null where a line is off as a whole.</summary>
    public double? PlanHoldsMetres { get; init; }

    /// <summary>Chance that a line lies three times as far from its plan as its doubt says: plans are copied, kerbs are moved.</summary>
    public double BadPlanChance { get; init; }

    /// <summary>
    /// True to reckon with a bond that nobody drew also where another line comes near the target's way, not only at ends: somebody has
    /// clipped a tracer to a cable's earth in a joint pit.
    /// </summary>
    public bool MayBeBondedOnTheWay { get; init; }

    /// <summary>The hookup. What it is set to matters only where nothing is shown.</summary>
    public required SignalSource Source { get; init; }

    /// <summary>Frequency.</summary>
    public required double Hertz { get; init; }

    /// <summary>Frequencies that the pair could use instead.</summary>
    public IReadOnlyList<double> Frequencies { get; init; } = [];

    /// <summary>The line that is wanted.</summary>
    public required string Target { get; init; }

    /// <summary>True when there may be lines that nobody drew.</summary>
    public bool UnknownLines { get; init; } = true;

    /// <summary>Current that the transmitter shows, mA.</summary>
    public double? ShownMilliamps { get; init; }

    /// <summary>Volts that it shows.</summary>
    public double? ShownVolts { get; init; }

    /// <summary>How the receiver is built.</summary>
    public ReceiverBuild Receiver { get; init; } = CalibratedAt(8000);

    /// <summary>What was read; every dot over the same ground.</summary>
    public required IReadOnlyList<ObservedDot> Dots { get; init; }

    /// <summary>A calibrated receiver: 1 % of the reading, and a floor of 0.05 nT at 8 kHz that falls with the root of the frequency.</summary>
    public static ReceiverBuild CalibratedAt(double hertz) => new(RelativeNoise: 0.01, FloorTesla: 5e-11 * Math.Max(0.1, Math.Sqrt(8000 / hertz)));

    /// <summary>Index of the target in the network.</summary>
    public int TargetIndex => Network.Lines.Select((l, i) => (l.Id, i)).First(l => l.Id == Target).i;
}
