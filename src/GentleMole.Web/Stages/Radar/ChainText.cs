using System.Globalization;
using GentleMole.Core.Radar;

namespace GentleMole.Web.Stages;

/// <summary>A chain as it stands in an address: <c>dewow:6.3,bandpass:120:880,gain</c>; what stands open is set by the data.</summary>
internal static class ChainText
{
    /// <summary>Steps of one chain.</summary>
    public const int Most = 12;

    public static string Of(IReadOnlyList<RadarStep> steps) => string.Join(',', steps.Select(s => string.Join(':', new[] { WordOf(s.Kind), Of(s.First), Of(s.Second) }.Reverse().SkipWhile(p => p.Length == 0).Reverse())));

    public static string WordOf(RadarStepKind kind) => RadarStep.Words.First(w => w.Value == kind).Key;

    /// <summary>The steps; null for what is no chain.</summary>
    public static List<RadarStep>? Read(string? text)
    {
        var steps = new List<RadarStep>();
        foreach (var word in (text ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries))
        {
            var parts = word.Split(':');
            if (parts.Length > 3 || steps.Count == Most || !RadarStep.Words.TryGetValue(parts[0], out var kind) || !Number(parts, 1, out var first) || !Number(parts, 2, out var second))
            {
                return null;
            }

            var step = new RadarStep(kind, first, second);
            if (step.Wrong().Count > 0)
            {
                return null;
            }

            steps.Add(step);
        }

        return steps;
    }

    private static string Of(double? setting) => setting?.ToString("0.######", CultureInfo.InvariantCulture) ?? "";

    private static bool Number(string[] parts, int at, out double? number)
    {
        number = null;
        if (at >= parts.Length || parts[at].Length == 0)
        {
            return true;
        }

        if (!double.TryParse(parts[at], NumberStyles.Float, CultureInfo.InvariantCulture, out var read))
        {
            return false;
        }

        number = read;
        return true;
    }
}
