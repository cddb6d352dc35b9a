namespace GentleMole.Core.Network;

/// <summary>How a line ends.</summary>
public enum EndKind
{
    Open,

    /// <summary>To remote earth, through a resistance.</summary>
    Earthed,
}
