using GentleMole.Core.Lines;
using GentleMole.Store.Model;

namespace GentleMole.Store.Evidence;

/// <summary>Finds the line that a device's free word means.</summary>
public static class LineNames
{
    /// <summary>The line that a device's free word names: by its owner, else by its kind when only one is of that kind.</summary>
    public static SoughtLine? Find(string utility, IReadOnlyList<SoughtLine> lines) => Find(utility, lines, l => l.Owner, l => l.Kind);

    internal static NamedLine? Find(string utility, IReadOnlyList<NamedLine> lines) => Find(utility, lines, l => l.Owner, l => l.Kind);

    private static T? Find<T>(string utility, IReadOnlyList<T> lines, Func<T, string> owner, Func<T, UtilityKind> kindOf)
        where T : class
    {
        if (lines.FirstOrDefault(l => string.Equals(owner(l), utility, StringComparison.OrdinalIgnoreCase)) is { } owned)
        {
            return owned;
        }

        var kind = Utilities.FromWord(utility);
        var ofKind = lines.Where(l => kindOf(l) == kind && kind != UtilityKind.Unknown).Take(2).ToList();
        return ofKind.Count == 1 ? ofKind[0] : null;
    }
}
