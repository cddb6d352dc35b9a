namespace GentleMole.Core.Instruments;

/// <summary>Whether two instruments speak to each other.</summary>
public static class FrequencyMatch
{
    /// <summary>Receivers are tuned sharply: frequencies that differ by more than this part are not the same.</summary>
    private const double Part = 0.002;

    /// <summary>Whether a receiver has a frequency, as near as the makers' figures agree.</summary>
    public static bool Hears(IReadOnlyList<double> receiver, double hertz) => receiver.Any(f => Math.Abs(f - hertz) <= Part * hertz);

    /// <summary>Frequencies that both have, lowest first.</summary>
    public static IReadOnlyList<double> Common(TransmitterProfile transmitter, ReceiverProfile receiver) =>
        [.. transmitter.FrequenciesHertz.Where(f => Hears(receiver.FrequenciesHertz, f)).Order()];
}
