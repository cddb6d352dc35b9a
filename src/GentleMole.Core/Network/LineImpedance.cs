using System.Numerics;
using GentleMole.Core.Fields;
using GentleMole.Core.Lines;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Network;

/// <summary>Series impedance and shunt admittance of a buried conductor, per metre.</summary>
public static class LineImpedance
{
    /// <summary>Shortest length that the leakage of a line is reckoned with.</summary>
    private const double LeastLeakageLength = 10;

    /// <summary>Propagation constant of the soil is this times e^{jπ/4}: √(ωμ0/ρ), 1/m.</summary>
    public static double SoilConstant(double hertz, SoilGround soil) =>
        Math.Sqrt(2 * Math.PI * hertz * Physics.Mu0 / soil.ResistivityOhmMetres);

    /// <summary>
    /// Internal impedance with skin effect, Ω/m. Solid round wire: <c>kρ/(2πa)·I0(ka)/I1(ka)</c>; pipe of wall w:
    /// <c>kρ/(2πa)·coth(kw)</c>, with k = (1+j)/δ (Schelkunoff).
    /// </summary>
    public static Complex Internal(Conductor conductor, double hertz)
    {
        var radius = conductor.RadiusMetres;
        var size = Math.Sqrt(2 * Math.PI * hertz * Physics.Mu0 * conductor.Permeability / conductor.OhmMetres);
        var k = Complex.FromPolarCoordinates(size, Math.PI / 4);
        var surface = k * conductor.OhmMetres / (2 * Math.PI * radius);
        return conductor.WallMetres is { } wall && wall < radius
            ? surface / Complex.Tanh(Bounded(k * wall))
            : surface * SkinBessel.RatioI0I1(size * radius);
    }

    /// <summary>
    /// External self impedance with earth return, Ω/m: Saad's closed form of the buried-conductor integral,
    /// <c>jωμ0/2π·[K0(γa) + 2/(4+γ²a²)·e^(−2hγ)]</c>.
    /// </summary>
    public static Complex ExternalSelf(double radiusMetres, double depthMetres, double hertz, SoilGround soil) =>
        EarthReturn(radiusMetres, radiusMetres, 2 * depthMetres, hertz, SoilConstant(hertz, soil));

    /// <summary>
    /// Mutual impedance of two parallel buried conductors with earth return, Ω/m: Saad's form with D between them and
    /// x its horizontal part, <c>jωμ0/2π·[K0(γD) + 2/(4+γ²x²)·e^(−(h1+h2)γ)]</c>.
    /// </summary>
    /// <param name="soilConstant"><see cref="SoilConstant"/>, passed in because it is the same for every pair.</param>
    public static Complex Mutual(double distanceMetres, double horizontalMetres, double depthsMetres, double hertz, double soilConstant) =>
        EarthReturn(distanceMetres, horizontalMetres, depthsMetres, hertz, soilConstant);

    /// <summary>
    /// Shunt admittance to the soil around, S/m: coating (leakage and capacitance) in series with the soil's
    /// <c>π/(ρ[ln(2ℓ/√(2ah)) − 1])</c> (Sunde's buried horizontal electrode).
    /// </summary>
    /// <param name="lengthMetres">Length of the whole line.</param>
    public static Complex Shunt(Conductor conductor, double depthMetres, double lengthMetres, double hertz, SoilGround soil)
    {
        var radius = conductor.RadiusMetres;
        var shape = Math.Log(2 * Math.Max(lengthMetres, LeastLeakageLength) / Math.Sqrt(2 * radius * depthMetres)) - 1;
        var intoSoil = Math.PI / (soil.ResistivityOhmMetres * Math.Max(shape, 0.1));
        if (conductor.Coating.IsBare)
        {
            return intoSoil;
        }

        var coating = conductor.Coating;
        var capacitance = 2 * Math.PI * Physics.Epsilon0 * coating.Permittivity / Math.Log((radius + coating.ThicknessMetres) / radius);
        var through = new Complex(2 * Math.PI * radius / coating.OhmSquareMetres, 2 * Math.PI * hertz * capacitance);
        return 1 / ((1 / through) + (1 / intoSoil));
    }

    private static Complex EarthReturn(double distance, double horizontal, double depths, double hertz, double soilConstant)
    {
        var omega = 2 * Math.PI * hertz;
        var turned = soilConstant * Math.Sqrt(0.5);
        var gammaX2 = soilConstant * soilConstant * horizontal * horizontal;
        var decay = Math.Exp(-depths * turned);
        var image = 2 / new Complex(4, gammaX2) * new Complex(decay * Math.Cos(depths * turned), -decay * Math.Sin(depths * turned));
        return new Complex(0, omega * Physics.Mu0 / (2 * Math.PI)) * (SkinBessel.K0(soilConstant * distance) + image);
    }

    /// <summary>Far into the metal the hyperbolic tangent is one; beyond that its exponentials overflow.</summary>
    private static Complex Bounded(Complex z) => z.Real > 20 ? new Complex(20, 20) : z;
}
