namespace GentleMole.Core.Sonde;

/// <summary>A stretch between two fixes in which a pipe may leave its even fall, by their numbers along the way.</summary>
internal readonly record struct RouteStretch(int From, int To)
{
    public bool IsApart(RouteStretch other) => To <= other.From || other.To <= From;

    /// <summary>The ramp: nothing before, one behind, straight between.</summary>
    public double RampAt(double[] way, int i) => i <= From ? 0 : i >= To ? 1 : (way[i] - way[From]) / (way[To] - way[From]);
}
