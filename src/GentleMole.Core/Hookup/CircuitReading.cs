namespace GentleMole.Core.Hookup;

/// <summary>The loop as the transmitter showed it at one frequency.</summary>
/// <param name="Ohms">Volts over current.</param>
/// <param name="IsAtLeast">The current was too small to be shown: the loop has so much or more.</param>
public sealed record CircuitReading(double Hertz, double Ohms, bool IsAtLeast = false)
{
    /// <summary>Leads and contacts alone have about this much.</summary>
    private const double LeastOhms = 0.5;

    /// <summary>What a transmitter showed; null when that does not say anything of the loop.</summary>
    public static CircuitReading? Of(double? hertz, double? volts, double? milliamps)
    {
        if (hertz is not > 0 || volts is not { } u || milliamps is not { } i)
        {
            return null;
        }

        return i >= CircuitCheck.LeastMilliamps ? new CircuitReading(hertz.Value, Math.Max(LeastOhms, u / i * 1000))
            : u >= CircuitCheck.LeastVolts ? new CircuitReading(hertz.Value, u / CircuitCheck.LeastMilliamps * 1000, true)
            : null;
    }
}
