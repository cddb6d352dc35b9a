using GentleMole.Core.Hookup;
using GentleMole.Core.Yards;

namespace GentleMole.Web.Practice;

/// <summary>What the page of a round calls things.</summary>
internal static class PlayWords
{
    public static string Contact(YardContact contact) => contact switch
    {
        YardContact.Wire => "wire",
        YardContact.Pipe => "pipe",
        YardContact.Sheath => "sheath",
        YardContact.Conduit => "conduit",
        YardContact.Earth => "earth wire",
    };

    public static string Way(HookupMethod method) => method switch
    {
        HookupMethod.Direct => "a lead can be clipped on",
        HookupMethod.Clamp => "a clamp goes round it",
        HookupMethod.Induction => "by coil",
        HookupMethod.Passive => "without a transmitter",
    };

    /// <summary>What was connected, one after the other, as it was set at last, and how many settings were tried there.</summary>
    public static IEnumerable<(string Text, int Settings)> Hookups(YardRound round)
    {
        var told = new List<(YardHookup Last, int Settings)>();
        foreach (var hookup in round.Hookups.Select(h => h.Hookup))
        {
            if (told.Count > 0 && told[^1] is var (last, settings) && (last.Method, last.Connection, last.Box) == (hookup.Method, hookup.Connection, hookup.Box))
            {
                told[^1] = (hookup, settings + 1);
            }
            else
            {
                told.Add((hookup, 1));
            }
        }

        return told.Select(t => (Hookup(round.Site, t.Last), t.Settings));
    }

    /// <summary>A hookup in a line.</summary>
    public static string Hookup(YardSite site, YardHookup hookup)
    {
        var at = hookup.Connection is { } id && site.Connection(id) is { } on ? $"{Contact(on.Connection.What)} {char.ToUpperInvariant(id[^1])} at the {on.Feature.Name}" : "";
        var sent = hookup.Hertz is { } hertz ? $", {(hertz >= 1000 ? $"{hertz / 1000:0.#} kHz" : $"{hertz:0} Hz")} at {hookup.SetMilliamps:0}" : "";
        return hookup.Method switch
        {
            HookupMethod.Direct => $"direct to {at}{sent} mA",
            HookupMethod.Clamp => $"clamp round {at}{sent} %",
            HookupMethod.Induction => $"coil on the ground{sent} %",
            HookupMethod.Passive => "transmitter off",
        };
    }
}
