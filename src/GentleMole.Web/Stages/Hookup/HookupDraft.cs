using System.Globalization;
using GentleMole.Core.Hookup;
using GentleMole.Core.Site;

namespace GentleMole.Web.Stages;

/// <summary>A hookup that is looked at, written so that it fits into an address and survives a reload.</summary>
internal static class HookupDraft
{

    public static string Write(HookupTry t) => string.Join(';', new[]
    {
        t.Method.ToString().ToLowerInvariant(), Number(t.At.East), Number(t.At.North), Number(t.Stake?.East), Number(t.Stake?.North), Number(t.Hertz), Number(t.SetMilliamps), t.ConnectedTo,
    });

    /// <summary>Reads it back for a line; null when it is not one.</summary>
    public static HookupTry? Read(string? text, string line)
    {
        var parts = (text ?? "").Split(';', 8);
        if (parts.Length != 8 || !Enum.TryParse<HookupMethod>(parts[0], true, out var method) || !Enum.IsDefined(method) || int.TryParse(parts[0], out _))
        {
            return null;
        }

        var numbers = parts[1..7].Select(Parse).ToArray();
        if (numbers[0] is not { } east || numbers[1] is not { } north || numbers[4] is not { } hertz || numbers[5] is not { } set
            || hertz is < 1 or > 1e6 || set is < 0 or > 20_000 || Math.Abs(east) > SiteRules.FarthestMetres || Math.Abs(north) > SiteRules.FarthestMetres)
        {
            return null;
        }

        SitePoint? stake = numbers[2] is { } e && numbers[3] is { } n && Math.Abs(e) < SiteRules.FarthestMetres && Math.Abs(n) < SiteRules.FarthestMetres ? new SitePoint(e, n) : null;
        return method == HookupMethod.Direct && stake is null
            ? null
            : new HookupTry(line, line, method, new SitePoint(east, north), parts[7].Length > 200 ? parts[7][..200] : parts[7], stake, hertz, set);
    }

    private static string Number(double? value) => value?.ToString("0.###", CultureInfo.InvariantCulture) ?? "";

    private static double? Parse(string text) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && double.IsFinite(value) ? value : null;
}
