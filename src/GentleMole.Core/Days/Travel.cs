namespace GentleMole.Core.Days;

/// <summary>How long it takes from one place to the next.</summary>
public static class Travel
{
    /// <summary>Roads are longer than the straight line, by experience.</summary>
    public const double Detour = 1.35;

    /// <summary>Parking, loading, finding the gate.</summary>
    public const double MinutesPerStop = 6;

    /// <summary>Minutes by road between places that lie a straight distance apart; nothing for the same place.</summary>
    public static double Minutes(double straightMetres, double kilometresPerHour) =>
        straightMetres < 50 ? 0 : MinutesPerStop + (straightMetres * Detour / 1000 / kilometresPerHour * 60);
}
