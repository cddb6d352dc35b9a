namespace GentleMole.Core.Bodies;

/// <summary>A layer that most lines show all along.</summary>
/// <param name="CoverMetres">Surface to it.</param>
/// <param name="IsNormal">What is below is quicker than what is above.</param>
/// <param name="Share">Of the lines, those that show it.</param>
public sealed record GroundLayer(double CoverMetres, bool IsNormal, double Share);
