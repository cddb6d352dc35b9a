using GentleMole.Core.Instruments;

namespace GentleMole.Core.Yards;

/// <summary>SIMULATED. What one has in a yard.</summary>
/// <param name="Transmitter">Its settings are steps of power with clamp and coil: the highest is full.</param>
/// <param name="RodMetres">Length of the stake.</param>
public sealed record YardInstrument(TransmitterProfile Transmitter, ReceiverProfile Receiver, double RodMetres)
{
    /// <summary>At which mains are heard when nothing is sent.</summary>
    public const double MainsHertz = 50;

    /// <summary>A plain set, made up.</summary>
    public static YardInstrument Usual { get; } = new(
        new TransmitterProfile("yard transmitter", [512, 8192, 32768, 83000], [5, 10, 25, 50, 100], 60, 5, 12, 0.35, 8, 60),
        new ReceiverProfile("yard receiver", [512, 8192, 32768, 83000], 0.4, 0.02, 0.004, 0.02), 0.5);
}
