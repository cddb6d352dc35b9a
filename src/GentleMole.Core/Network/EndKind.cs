namespace GentleMole.Core.Network;

/// <summary>How a line ends.</summary>
public enum EndKind
{
    /// <summary>Nothing there: no current leaves.</summary>
    Open,

    /// <summary>To remote earth, through a resistance.</summary>
    Earthed,
}
