using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Instruments;
using GentleMole.Core.Sweeps;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <content>Reads the form.</content>
internal sealed partial class HookupPage
{
    private Hookup Read(FormReader reader, int lineId)
    {
        var method = reader.Choice("method", HookupMethod.Direct);
        var connection = reader.Place("connectionEast", "connectionNorth");
        if (connection is null && reader.IsGood && method != HookupMethod.Passive)
        {
            reader.Refuse("connectionEast", "Say where it is connected: click the plan or type east and north.");
        }

        var stake = reader.Place("stakeEast", "stakeNorth");
        if (stake is null && reader.IsGood && method == HookupMethod.Direct)
        {
            reader.Refuse("stakeEast", "A direct connection needs a stake: click where it stands.");
        }

        var hertz = reader.Number("frequency", "Hz", HookupRules.Hertz);
        var second = Second(reader, hertz);
        var (sender, hearer) = (Named(reader, "transmitter", Transmitters), Named(reader, "receiver", Receivers));
        if (second.Hertz is { } o && sender is not null && !FrequencyMatch.Hears(sender.FrequenciesHertz, o))
        {
            reader.Refuse("otherFrequency", $"{sender.Name} does not send {LineWords.Frequency(o)}; it sends {string.Join(", ", sender.FrequenciesHertz.Order().Select(LineWords.Frequency))}.");
        }

        if (hertz is { } f && hearer is not null && !FrequencyMatch.Hears(hearer.FrequenciesHertz, f))
        {
            reader.Refuse("frequency", $"{hearer.Name} does not hear {LineWords.Frequency(f)}; it hears {string.Join(", ", hearer.FrequenciesHertz.Order().Select(LineWords.Frequency))}.");
        }

        if (hertz is { } g && sender is not null && method != HookupMethod.Passive && !FrequencyMatch.Hears(sender.FrequenciesHertz, g))
        {
            reader.Refuse("frequency", $"{sender.Name} does not send {LineWords.Frequency(g)}; it sends {string.Join(", ", sender.FrequenciesHertz.Order().Select(LineWords.Frequency))}.");
        }

        return new Hookup
        {
            JobId = Id,
            LineId = lineId,
            Method = method,
            ConnectedTo = reader.Text("connected", 200),
            ConnectionEast = connection?.East ?? 0,
            ConnectionNorth = connection?.North ?? 0,
            StakeEast = stake?.East,
            StakeNorth = stake?.North,
            FrequencyHertz = hertz,
            SentMilliamps = reader.Number("sent", "mA", HookupRules.SentMilliamps),
            Volts = reader.Number("volts", "V", HookupRules.Volts),
            OtherHertz = second.Hertz,
            OtherVolts = second.Volts,
            OtherMilliamps = second.Milliamps,
            HeardMilliamps = reader.Number("heard", "mA", ReadingRules.Milliamps),
            TransmitterId = sender?.Id,
            ReceiverId = hearer?.Id,
            Cables = [.. Enumerable.Range(1, MostCables).Select(k => Cable(reader, k)).OfType<CableReading>()],
            CablesAt = reader.Text("cablesAt", 60),
            Wires = [.. Enumerable.Range(1, MostWires).Select(k => Wire(reader, k)).OfType<WireTrial>()],
            ArcRadiusMetres = reader.Length("arcRadius", HookupRules.ArcRadius),
            ArcBearings = reader.Numbers("arcFound", "°", 0, 360, 40),
            MadeAt = clock.Moment,
        };
    }

    /// <summary>The loop at a second frequency; what is read there needs its frequency, and another one than the first.</summary>
    private static (double? Hertz, double? Volts, double? Milliamps) Second(FormReader reader, double? first)
    {
        var (hertz, volts, sent) = (reader.Number("otherFrequency", "Hz", HookupRules.Hertz), reader.Number("otherVolts", "V", HookupRules.Volts), reader.Number("otherSent", "mA", HookupRules.SentMilliamps));
        if (hertz is null && (volts ?? sent) is not null && reader.Text("otherFrequency", 40).Length == 0)
        {
            reader.Refuse("otherFrequency", "Say at which frequency this was read.");
        }
        else if (hertz is not null && hertz == first)
        {
            reader.Refuse("otherFrequency", "That is the first frequency; a second one tells causes apart.");
        }

        return (hertz, volts, sent);
    }

    private static CableReading? Cable(FormReader reader, int k)
    {
        var name = reader.Text($"cable{k}", 60);
        var current = reader.Number($"cableCurrent{k}", "mA", ReadingRules.Milliamps);
        bool? away = reader.Text($"cableRuns{k}", 10) switch { "Away" => true, "Back" => false, _ => null };
        if (current is null && name.Length > 0)
        {
            reader.Refuse($"cableCurrent{k}", "Type the current on this cable; 0 when there is none.");
        }

        return current is { } read ? new CableReading(name.Length > 0 ? name : $"cable {k}", read, away) : null;
    }

    private static WireTrial? Wire(FormReader reader, int k)
    {
        var name = reader.Text($"wire{k}", 60);
        var (volts, sent, heard) = (reader.Number($"wireVolts{k}", "V", HookupRules.Volts), reader.Number($"wireSent{k}", "mA", HookupRules.SentMilliamps), reader.Number($"wireHeard{k}", "mA", ReadingRules.Milliamps));
        return name.Length == 0 && volts is null && sent is null && heard is null ? null : new WireTrial(name.Length > 0 ? name : $"wire {k}", volts, sent, heard);
    }

    private static Instrument? Named(FormReader reader, string field, IReadOnlyList<Instrument> among)
    {
        var text = reader.Text(field, 20);
        var found = int.TryParse(text, out var id) ? among.FirstOrDefault(i => i.Id == id) : null;
        if (text.Length > 0 && found is null)
        {
            reader.Refuse(field, "Choose one of the firm's instruments, or none.");
        }

        return found;
    }
}
