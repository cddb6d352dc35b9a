using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>What is reckoned with while the firm has not put its own instruments on the list.</summary>
internal static class UsualInstruments
{
    public static Instrument Transmitter { get; } = new()
    {
        Kind = InstrumentKind.Transmitter, Name = "a usual transmitter", FrequenciesHertz = [512, 8000, 33_000, 83_000], StepsMilliamps = [5, 10, 25, 50, 100],
    };

    public static Instrument Receiver { get; } = new()
    {
        Kind = InstrumentKind.Receiver, Name = "a usual receiver", FrequenciesHertz = [50, 60, 512, 8000, 33_000, 83_000],
    };
}
