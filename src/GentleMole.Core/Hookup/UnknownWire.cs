using System.Numerics;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Soil;

namespace GentleMole.Core.Hookup;

/// <summary>A straight wire that nobody drew, built like the line that is sought: its impedance from its end, by line theory.</summary>
public static class UnknownWire
{
    /// <summary>Ω: <c>Zc·coth γℓ</c> with an open end, <c>Zc·(R + Zc·tanh γℓ)/(Zc + R·tanh γℓ)</c> with an earthed one (transmission-line theory).</summary>
    /// <param name="endOhms">Earth of its end; infinite when it is open.</param>
    public static Complex Ohms(Conductor conductor, double depthMetres, double lengthMetres, double endOhms, double hertz, SoilGround soil)
    {
        var series = LineImpedance.Internal(conductor, hertz) + LineImpedance.ExternalSelf(conductor.RadiusMetres, depthMetres, hertz, soil);
        var shunt = LineImpedance.Shunt(conductor, depthMetres, lengthMetres, hertz, soil);
        var own = Complex.Sqrt(series / shunt);
        var along = Complex.Tanh(Complex.Sqrt(series * shunt) * lengthMetres);
        return double.IsPositiveInfinity(endOhms) ? own / along : own * (endOhms + (own * along)) / (own + (endOhms * along));
    }
}
