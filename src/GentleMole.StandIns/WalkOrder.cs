using GentleMole.Core.Hookup;
using GentleMole.Core.Instruments;
using GentleMole.Core.Practice;
using NodaTime;

namespace GentleMole.StandIns;

/// <summary>What a walk needs to know.</summary>
/// <param name="Ground">The hidden ground.</param>
/// <param name="Hookup">How the signal is put on.</param>
/// <param name="Utility">What the locator tells the receiver that it looks for.</param>
/// <param name="StartedAt">Moment of the first reading; the walk takes ten seconds a reading on its own clock.</param>
public sealed record WalkOrder(
    int JobId, string Utility, HiddenGround Ground, HookupTry Hookup, TransmitterProfile Transmitter, ReceiverProfile Receiver, Instant StartedAt, int Seed);
