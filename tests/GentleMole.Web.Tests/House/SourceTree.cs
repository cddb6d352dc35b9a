using System.Text.RegularExpressions;

namespace GentleMole.Web.Tests.House;

/// <summary>The source files, as far as rules about the house need them.</summary>
internal static partial class SourceTree
{
    public static string Root { get; } = FindRoot();

    [GeneratedRegex(@"^(?:public|internal|file) (?:(?:sealed|static|abstract|readonly|partial|ref) )*(?:class|record struct|record class|record|struct|enum|interface) (\w+)", RegexOptions.Multiline)]
    private static partial Regex TopLevelType();

    [GeneratedRegex(@"\busing (?:static )?(GentleMole[\w.]*);")]
    private static partial Regex Using();

    /// <summary>Code of the product, by path from the root; what tools write is left out.</summary>
    public static IEnumerable<(string Path, string Text)> Code(string folder) =>
        Directory.EnumerateFiles(Path.Combine(Root, folder), "*.cs", SearchOption.AllDirectories)
            .Select(p => Path.GetRelativePath(Root, p))
            .Where(p => !p.Split('/').Any(step => step is "obj" or "bin" or "Migrations"))
            .Select(p => (p, File.ReadAllText(Path.Combine(Root, p))));

    public static IEnumerable<string> TypesOf(string text) => TopLevelType().Matches(text).Select(m => m.Groups[1].Value);

    public static IEnumerable<string> UsingsOf(string text) => Using().Matches(text).Select(m => m.Groups[1].Value);

    private static string FindRoot()
    {
        var at = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(at.FullName, "GentleMole.slnx")))
        {
            at = at.Parent ?? throw new DirectoryNotFoundException("These tests run inside the source tree.");
        }

        return at.FullName;
    }
}
