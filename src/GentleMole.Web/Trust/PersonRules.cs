using System.Text.RegularExpressions;
using GentleMole.Core;

namespace GentleMole.Web.Trust;

/// <summary>What a person's name may be: it stands in the log, and nobody may stand there as something else.</summary>
internal static partial class PersonRules
{
    public const int MostName = 100;

    public const int MostSignInName = 60;

    /// <summary>Names under which the application itself, devices and what is made up write into the log.</summary>
    private static readonly HashSet<string> Reserved = new(StringComparer.OrdinalIgnoreCase)
    {
        "the application", "application", "notice centre", "the notice centre", "the demo", "the first person", "gentle mole", "system", "the terminal", "a lead at the terminal", "nobody",
    };

    [GeneratedRegex(@"\s+")]
    private static partial Regex Gaps();

    /// <summary>A refusal at a field, or null.</summary>
    public static FieldError? Refuse(string name, string field = "person")
    {
        var plain = Gaps().Replace(name, " ").Trim();
        return Reserved.Contains(plain) || plain.StartsWith("token ", StringComparison.OrdinalIgnoreCase)
            ? new FieldError(field, "This name is the application's own; the log could not be told apart. Give the person's name.")
            : name.Any(char.IsControl) ? new FieldError(field, "A name is one line of letters.") : null;
    }
}
