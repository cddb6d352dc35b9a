namespace GentleMole.Core.Yards;

/// <summary>What a connection looks like.</summary>
public enum YardContact
{
    /// <summary>A tail of a tracer wire.</summary>
    Wire = 0,

    /// <summary>Bare pipe.</summary>
    Pipe = 1,

    /// <summary>The sheath or armour of a cable.</summary>
    Sheath = 2,

    /// <summary>A conduit or duct.</summary>
    Conduit = 3,

    /// <summary>An earth wire.</summary>
    Earth = 4,
}
