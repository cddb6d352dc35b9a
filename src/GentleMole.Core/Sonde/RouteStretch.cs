namespace GentleMole.Core.Sonde;

/// <summary>A stretch between two fixes in which a pipe may leave its even fall, by their numbers along the way.</summary>
/// <param name="Drops">It falls more steeply than the rest (a step, a ramp into a chamber), and does not rise.</param>
internal readonly record struct RouteStretch(int From, int To, bool Drops = false)
{
    public bool IsApart(RouteStretch other) => To <= other.From || other.To <= From;

    /// <summary>The ramp: nothing before, one behind, straight between.</summary>
    public double RampAt(double[] way, int i) => i <= From ? 0 : i >= To ? 1 : (way[i] - way[From]) / (way[To] - way[From]);
}
