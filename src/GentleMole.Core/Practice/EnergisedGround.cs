using GentleMole.Core.Fields;
using GentleMole.Core.Instruments;
using GentleMole.Core.Network;

namespace GentleMole.Core.Practice;

/// <summary>SIMULATED. A hidden ground with a hookup on it: currents run in it and make a field above it.</summary>
public sealed class EnergisedGround(SolvedNetwork solved)
{
    private readonly CircuitField _field = solved.Field();

    /// <summary>What the transmitter's display shows.</summary>
    public SourceShown Shown => solved.Shown;

    /// <summary>At which frequency.</summary>
    public double Hertz => solved.Hertz;

    /// <summary>Somebody walks it with a receiver.</summary>
    /// <param name="handMetres">How far off the peak a hand puts the receiver, standard deviation.</param>
    public GroundWalk Walk(ReceiverProfile receiver, Random random, double handMetres) =>
        new(new CoilReceiver(_field.At, ReceiverBuild.Of(receiver, Hertz), random), random, handMetres);
}
