namespace GentleMole.Core.Wires;

/// <summary>What a control wire is for.</summary>
public enum WireRole
{
    /// <summary>Too little was listened to.</summary>
    Unknown = 0,

    /// <summary>It leads to every valve.</summary>
    Common = 1,

    /// <summary>It leads to one valve.</summary>
    Station = 2,

    /// <summary>Its signal reaches no valve: it is broken on the way, or it ends somewhere nobody looked.</summary>
    Lost = 3,
}
