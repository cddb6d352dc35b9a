using System.Text.RegularExpressions;
using NodaTime;

namespace GentleMole.Core.Records;

/// <summary>How far an owner's plans are.</summary>
public enum RecordState
{
    NotAsked,

    /// <summary>Asked; nothing came yet.</summary>
    Asked,

    /// <summary>A sheet came, another that must be read with it did not.</summary>
    Partial,
    Complete,

    /// <summary>The owner says that it has nothing here.</summary>
    Nothing,
    Expired,
}

/// <summary>What was received from one owner.</summary>
/// <param name="Needed">Names of the sheets that must be read together; empty for a single one.</param>
/// <param name="Received">Name of each sheet and the last day on which it holds.</param>
public sealed record RecordFile(IReadOnlyList<string> Needed, IReadOnlyList<(string Name, LocalDate HoldsUntil)> Received, bool SaysNothing)
{
    /// <summary>Sheets that still hold.</summary>
    private IEnumerable<string> Holding(LocalDate today) => Received.Where(r => r.HoldsUntil >= today).Select(r => r.Name);

    public IReadOnlyList<string> Missing(LocalDate today) =>
        [.. Needed.Where(n => !Holding(today).Contains(n, StringComparer.OrdinalIgnoreCase))];

    public RecordState StateOn(LocalDate today)
    {
        if (SaysNothing)
        {
            return RecordState.Nothing;
        }

        if (Received.Count == 0)
        {
            return RecordState.Asked;
        }

        if (!Holding(today).Any() || Received.Any(r => r.HoldsUntil < today && !Holding(today).Contains(r.Name, StringComparer.OrdinalIgnoreCase)))
        {
            return RecordState.Expired;
        }

        return Missing(today).Count > 0 ? RecordState.Partial : RecordState.Complete;
    }

    /// <summary>Nothing more to wait for.</summary>
    public bool IsClosed(LocalDate today) => StateOn(today) is RecordState.Complete or RecordState.Nothing;
}

/// <summary>What a word on a plan warns of.</summary>
public enum RecordWarning
{
    /// <summary>Cut, it costs more than the job; nothing metallic in it may carry a signal.</summary>
    OpticalFibre,

    /// <summary>Do not break, saw or drill it; its dust makes people ill.</summary>
    AsbestosCement,

    /// <summary>An overhead line on a plan can look like a buried one.</summary>
    Overhead,
}

/// <summary>Reads warnings out of materials, layer names and notes.</summary>
public static partial class RecordWarnings
{
    [GeneratedRegex(@"\b(fib(re|er)s?|optical|optic|FOC|FO)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Fibre();

    [GeneratedRegex(@"\basbestos|(?-i:\bAC\b)|\ba/c\b", RegexOptions.IgnoreCase)]
    private static partial Regex Asbestos();

    [GeneratedRegex(@"\boverhead\b|(?-i:\bOH\b)", RegexOptions.IgnoreCase)]
    private static partial Regex Overhead();

    public static IEnumerable<RecordWarning> In(params IEnumerable<string> texts)
    {
        var text = string.Join(' ', texts).Replace('_', ' ');
        if (Fibre().IsMatch(text))
        {
            yield return RecordWarning.OpticalFibre;
        }

        if (Asbestos().IsMatch(text))
        {
            yield return RecordWarning.AsbestosCement;
        }

        if (Overhead().IsMatch(text))
        {
            yield return RecordWarning.Overhead;
        }
    }
}
