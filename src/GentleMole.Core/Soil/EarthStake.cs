using GentleMole.Core.Site;

namespace GentleMole.Core.Soil;

/// <summary>The rod that closes the circuit. It stands upright with its top at the surface.</summary>
/// <param name="Place">Where it stands.</param>
/// <param name="LengthMetres">Driven length.</param>
/// <param name="RadiusMetres">Radius of the rod.</param>
/// <param name="Ohms">Resistance to earth where it is known; null computes it from rod and soil.</param>
/// <param name="RaisesSoil">False leaves out the potential that the stake gives the soil around it.</param>
/// <param name="Wetted">Water poured round the rod: <see cref="WetFactor"/> on the computed resistance.</param>
public sealed record EarthStake(
    SitePoint Place, double LengthMetres = 0.4, double RadiusMetres = 0.008, double? Ohms = null, bool RaisesSoil = true, bool Wetted = false)
{
    /// <summary>Watering a stake brings its resistance down to this part.</summary>
    public const double WetFactor = 0.35;

    /// <summary>Top of the rod.</summary>
    public Vector3 Top => new(Place.East, Place.North, 0);

    /// <summary>Resistance to remote earth, Ω: Dwight's driven rod, <c>ρ/(2πL)·(ln(4L/a) − 1)</c>.</summary>
    public double OhmsIn(SoilGround soil) => Ohms
        ?? (Wetted ? WetFactor : 1) * soil.ResistivityOhmMetres / (2 * Math.PI * LengthMetres) * (Math.Log(4 * LengthMetres / RadiusMetres) - 1);

    /// <summary>
    /// Potential of the soil per ampere let into it, V/A, at a slant distance from the top of the rod:
    /// <c>ρ/(2πL)·asinh(L/r)</c>, a line source of length L.
    /// </summary>
    public double SoilOhms(SoilGround soil, double slantMetres) =>
        soil.ResistivityOhmMetres / (2 * Math.PI * LengthMetres) * Math.Asinh(LengthMetres / Math.Max(slantMetres, RadiusMetres));
}
