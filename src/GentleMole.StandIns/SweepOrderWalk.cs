using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Practice;
using GentleMole.Core.Sweeps;
using NodaTime;

namespace GentleMole.StandIns;

/// <summary>What a simulated sweep needs to know.</summary>
/// <param name="Passes">Walked in this order.</param>
/// <param name="Hookup">How the own signal is put on, for passes that listen for it; of no meaning for others.</param>
/// <param name="ThresholdTesla">The least peak at which the receiver shows depth and current.</param>
/// <param name="StartedAt">Moment of the first reading.</param>
public sealed record SweepOrderWalk(
    int JobId, IReadOnlyList<SweepPass> Passes, HiddenGround Ground, HookupTry? Hookup, TransmitterProfile Transmitter, ReceiverProfile Receiver, double ThresholdTesla, Instant StartedAt, int Seed)
{
    /// <summary>Own signal and mains current are simulated; waves from outside and two people are not.</summary>
    public static bool CanBe(SweepMode mode) => mode is SweepMode.Active or SweepMode.Power;
}
