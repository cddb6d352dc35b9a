namespace GentleMole.Core.Identify;

/// <summary>Which way the current under the blade runs, seen by somebody who walks over it.</summary>
public enum CurrentWay
{
    /// <summary>The receiver cannot tell.</summary>
    None,

    /// <summary>The way of walking, while the transmitter pushes current out of its lead into the line.</summary>
    With,

    /// <summary>The other way.</summary>
    Against,
}
