namespace GentleMole.Core.Follow;

/// <summary>A stretch on which the line bends by and by: there it is followed in small steps on the peak.</summary>
/// <param name="TurnDegrees">By which it turns in all, to the right positive.</param>
public sealed record BentStretch(double FromMetres, double ToMetres, double TurnDegrees)
{
    /// <summary>Of the bend, metres.</summary>
    public double RadiusMetres => (ToMetres - FromMetres) / Math.Max(1e-6, Math.Abs(TurnDegrees) * Math.PI / 180);
}
