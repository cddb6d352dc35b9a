using GentleMole.Core.Lines;

namespace GentleMole.Store.Evidence;

internal static class LineNames
{
    /// <summary>The line that a device's free word names: by its owner, else by its kind when only one is of that kind.</summary>
    public static NamedLine? Find(string utility, IReadOnlyList<NamedLine> lines)
    {
        if (lines.FirstOrDefault(l => string.Equals(l.Owner, utility, StringComparison.OrdinalIgnoreCase)) is { } owned)
        {
            return owned;
        }

        var kind = Utilities.FromWord(utility);
        var ofKind = lines.Where(l => l.Kind == kind && kind != UtilityKind.Unknown).Take(2).ToList();
        return ofKind.Count == 1 ? ofKind[0] : null;
    }
}
