namespace GentleMole.Store.Evidence;

/// <summary>What was listened to on a walk.</summary>
public enum Listening
{
    /// <summary>The device did not say, and nothing was hooked up to its line.</summary>
    Unsaid,

    /// <summary>A transmitter's signal, put on by the hookup that the walk names.</summary>
    Active,

    /// <summary>Mains current.</summary>
    Power,

    /// <summary>Far transmitters.</summary>
    Radio,

    /// <summary>Cathodic protection.</summary>
    Cathodic,

    /// <summary>A transmitter on the surface.</summary>
    Induction,
}
