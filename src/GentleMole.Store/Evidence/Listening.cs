namespace GentleMole.Store.Evidence;

/// <summary>What was listened to on a walk.</summary>
public enum Listening
{
    /// <summary>The device did not say, and nothing was hooked up to its line.</summary>
    Unsaid = 0,

    /// <summary>A transmitter's signal, put on by the hookup that the walk names.</summary>
    Active = 1,

    /// <summary>Mains current.</summary>
    Power = 2,

    /// <summary>Far transmitters.</summary>
    Radio = 3,

    /// <summary>Cathodic protection.</summary>
    Cathodic = 4,

    /// <summary>A transmitter on the surface.</summary>
    Induction = 5,
}
