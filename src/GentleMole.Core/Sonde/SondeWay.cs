namespace GentleMole.Core.Sonde;

/// <summary>By what a sonde was placed.</summary>
public enum SondeWay
{
    /// <summary>Two nulls and the strongest place between them.</summary>
    Nulls = 0,

    /// <summary>A row of levels along the pipe, to which its field was fitted.</summary>
    Row = 1,

    /// <summary>Strength alone.</summary>
    Strength = 2,
}
