using System.Numerics;

namespace GentleMole.Core.Radar;

/// <summary>How a radar's pulse goes through ground (Daniels, Ground Penetrating Radar, 2nd ed., ch. 2): velocity, wavelength, loss, reflection.</summary>
public static class RadarWave
{
    /// <summary>In vacuum, metres per nanosecond.</summary>
    public const double LightMetresPerNanosecond = 0.299792458;

    private const double VacuumPermittivity = 8.8541878128e-12;
    private const double VacuumPermeability = 4e-7 * Math.PI;
    private const double DecibelsPerNeper = 8.685889638;

    /// <summary>Velocity in a ground of a relative permittivity, metres per nanosecond: c/√εr.</summary>
    public static double VelocityOf(double permittivity) => LightMetresPerNanosecond / Math.Sqrt(permittivity);

    /// <summary>Relative permittivity of a ground by its velocity.</summary>
    public static double PermittivityOf(double metresPerNanosecond) => Math.Pow(LightMetresPerNanosecond / metresPerNanosecond, 2);

    /// <summary>Wavelength in the ground, metres.</summary>
    public static double Wavelength(double permittivity, double hertz) => VelocityOf(permittivity) * 1e9 / hertz;

    /// <summary>Layers nearer to each other than this are one, metres: a quarter of a wavelength.</summary>
    public static double Resolution(double permittivity, double hertz) => Wavelength(permittivity, hertz) / 4;

    /// <summary>Radius of what is looked at from a height over it, metres: the first Fresnel zone, √(zλ/2 + λ²/16).</summary>
    public static double FootprintRadius(double depthMetres, double wavelengthMetres) =>
        Math.Sqrt((depthMetres * wavelengthMetres / 2) + (wavelengthMetres * wavelengthMetres / 16));

    /// <summary>Loss of a plane wave in a conducting ground, decibels a metre (Ulaby, Fundamentals of Applied Electromagnetics, 7-4).</summary>
    public static double DecibelsPerMetre(double permittivity, double siemensPerMetre, double hertz)
    {
        var omega = 2 * Math.PI * hertz;
        var epsilon = permittivity * VacuumPermittivity;
        var tangent = siemensPerMetre / (omega * epsilon);

        // √(1 + t²) − 1 without loss of figures where the ground hardly conducts.
        var lossy = tangent * tangent / (Math.Sqrt(1 + (tangent * tangent)) + 1);
        return omega * Math.Sqrt(VacuumPermeability * epsilon) * Math.Sqrt(lossy / 2) * DecibelsPerNeper;
    }

    /// <summary>Part of a wave's field that comes back from a boundary, upright on it: (√ε1 − √ε2)/(√ε1 + √ε2); −1 from metal.</summary>
    public static double Reflection(double from, double onto) => double.IsPositiveInfinity(onto) ? -1
        : (Math.Sqrt(from) - Math.Sqrt(onto)) / (Math.Sqrt(from) + Math.Sqrt(onto));

    /// <summary>The same where the ground conducts: with complex permittivities ε − jσ/(ωε0).</summary>
    public static Complex Reflection(double from, double fromSiemens, double onto, double ontoSiemens, double hertz)
    {
        Complex Root(double permittivity, double siemens) => Complex.Sqrt(new Complex(permittivity, -siemens / (2 * Math.PI * hertz * VacuumPermittivity)));
        var (one, two) = (Root(from, fromSiemens), Root(onto, ontoSiemens));
        return (one - two) / (one + two);
    }

    /// <summary>
    /// Deepest that can be seen, metres: the largest z with 40·log10(z/z1) + 2αz + target's loss within the range of the
    /// instrument; 0 when not even a metre's tenth.
    /// </summary>
    /// <param name="rangeDecibels">From what is sent, as it comes back from a sheet of metal at the reference, to the noise.</param>
    /// <param name="targetDecibels">Less from the target than from that sheet.</param>
    public static double Reach(double decibelsPerMetre, double rangeDecibels, double targetDecibels, double referenceMetres = 0.1)
    {
        double Loss(double z) => (40 * Math.Log10(z / referenceMetres)) + (2 * decibelsPerMetre * z) + targetDecibels;
        if (Loss(referenceMetres) >= rangeDecibels)
        {
            return 0;
        }

        var (low, high) = (referenceMetres, MostReach);
        for (var i = 0; i < Halvings; i++)
        {
            var middle = Math.Sqrt(low * high);
            (low, high) = Loss(middle) <= rangeDecibels ? (middle, high) : (low, middle);
        }

        return low;
    }

    private const double MostReach = 100;
    private const int Halvings = 60;
}
