namespace GentleMole.Core.Sweeps;

/// <summary>What a receiver listens for on a pass. A line need not be heard in every mode.</summary>
public enum SweepMode
{
    /// <summary>What the own transmitter puts on a line it is clipped to.</summary>
    Active = 0,

    /// <summary>Mains current and its harmonics.</summary>
    Power = 1,

    /// <summary>Long waves that run on any long conductor.</summary>
    Radio = 2,

    /// <summary>The ripple of a rectifier that protects a pipe.</summary>
    Cathodic = 3,

    /// <summary>The own transmitter held over the ground, with or without a second person.</summary>
    Induction = 4,
}
