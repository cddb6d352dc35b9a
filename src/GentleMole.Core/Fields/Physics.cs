namespace GentleMole.Core.Fields;

/// <summary>Constants of nature, SI.</summary>
public static class Physics
{
    /// <summary>Magnetic constant μ0, H/m.</summary>
    public const double Mu0 = 4e-7 * Math.PI;

    /// <summary>Electric constant ε0, F/m.</summary>
    public const double Epsilon0 = 8.854e-12;
}
