using System.Text.RegularExpressions;
using NodaTime;

namespace GentleMole.Core.Records;

/// <summary>Reads warnings out of materials, layer names and notes.</summary>
public static partial class RecordWarnings
{
    [GeneratedRegex(@"\b(fib(re|er)s?|optical|optic|FOC|FO)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Fibre();

    [GeneratedRegex(@"\basbestos|(?-i:\bAC\b)|\ba/c\b", RegexOptions.IgnoreCase)]
    private static partial Regex Asbestos();

    [GeneratedRegex(@"\boverhead\b|(?-i:\bOH\b)", RegexOptions.IgnoreCase)]
    private static partial Regex Overhead();

    /// <summary>What these texts warn of.</summary>
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
