namespace GentleMole.Core.Hookup;

/// <summary>What a neighbour would do to the receiver.</summary>
/// <param name="Milliamps">Its current where it is worst.</param>
/// <param name="Part">Its response over its own place as a part of the target's over the target's place.</param>
/// <param name="AtMetres">Chainage of the target where it is worst.</param>
/// <param name="AwayMetres">Distance from the target there.</param>
/// <param name="CurrentPart">Its current as a part of the target's.</param>
public sealed record NeighbourSignal(string Line, double Milliamps, double Part, double AtMetres, double AwayMetres, double CurrentPart)
{
    /// <summary>It reads as strong as the target or stronger: with less current because it is shallower, or because it carries more.</summary>
    public bool Fools => Part >= 1;
}
