using System.Numerics;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Network;

/// <summary>What holds the source's current down.</summary>
public enum SourceLimit
{
    /// <summary>The current that was set.</summary>
    Set,

    /// <summary>Its volts.</summary>
    Volts,

    /// <summary>Its watts.</summary>
    Watts,
}
