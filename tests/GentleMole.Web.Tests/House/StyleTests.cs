using System.Text.RegularExpressions;

namespace GentleMole.Web.Tests.House;

/// <summary>One look: colours stand in the tokens, Bootstrap does what it can, and no rule is left over from something that is gone.</summary>
public partial class StyleTests
{
    private const string Styles = "src/GentleMole.Web/wwwroot/css";

    [GeneratedRegex(@"#(?:[0-9a-fA-F]{8}|[0-9a-fA-F]{6}|[0-9a-fA-F]{3,4})\b|\b(?:rgb|rgba|hsl|hsla|oklch)\(|--bs-[\w-]*rgb:\s*\d|:\s*(?:red|green|blue|black|white|gray|grey|orange|yellow)\b")]
    private static partial Regex Colour();

    [GeneratedRegex(@"(?:fill|stroke|stop-color|color|background|background-color)\s*[=:]\s*[""']?\s*(?:#[0-9a-fA-F]{3,8}|rgb|hsl)")]
    private static partial Regex ColourInMarkup();

    [GeneratedRegex(@"/\*.*?\*/|url\(""[^""]*""\)", RegexOptions.Singleline)]
    private static partial Regex NotRules();

    [GeneratedRegex(@"\{[^{}]*\}")]
    private static partial Regex Body();

    [GeneratedRegex(@"\.([a-z][\w-]*)")]
    private static partial Regex ClassName();

    private static IEnumerable<(string Path, string Text)> Files(string folder, params string[] endings) =>
        Directory.EnumerateFiles(Path.Combine(SourceTree.Root, folder), "*", SearchOption.AllDirectories)
            .Where(p => endings.Any(e => p.EndsWith(e, StringComparison.Ordinal)) && !p.Split('/').Any(s => s is "obj" or "bin" or "lib"))
            .Select(p => (Path.GetRelativePath(SourceTree.Root, p), File.ReadAllText(p)));

    [Fact]
    public void Colours_stand_in_the_tokens_alone()
    {
        Assert.Equal("#1e1b18", Colour().Match("a { color: #1e1b18 }").Value);
        var strays = Files(Styles, ".css").Where(f => !f.Path.EndsWith("/tokens.css", StringComparison.Ordinal))
            .SelectMany(f => Colour().Matches(NotRules().Replace(f.Text, "")).Select(m => $"{m.Value} in {f.Path}"))
            .Concat(Files("src/GentleMole.Web", ".cshtml", ".js").SelectMany(f => ColourInMarkup().Matches(f.Text).Select(m => $"{m.Value} in {f.Path}")));
        Assert.Empty(strays);
    }

    [Fact]
    public void Every_class_that_a_rule_speaks_of_is_on_some_page()
    {
        var pages = string.Concat(Files("src", ".cshtml", ".cs", ".js").Select(f => f.Text));
        var bootstrap = File.ReadAllText(Path.Combine(SourceTree.Root, "src/GentleMole.Web/wwwroot/lib/bootstrap/bootstrap.min.css"));
        // Made of a word and what a thing is, so that they stand nowhere whole.
        string[] made = ["paint-", "can-", "sign-", "verdict-"];
        var dead = Files(Styles, ".css").SelectMany(f => ClassName().Matches(Body().Replace(NotRules().Replace(f.Text, ""), "{}")).Select(m => (Name: m.Groups[1].Value, f.Path)))
            .Distinct()
            .Where(c => !made.Any(m => c.Name.StartsWith(m, StringComparison.Ordinal)))
            .Where(c => !Regex.IsMatch(pages, $@"(?<![\w-]){Regex.Escape(c.Name)}(?![\w-])") && !bootstrap.Contains("." + c.Name, StringComparison.Ordinal))
            .Select(c => $".{c.Name} in {c.Path}");
        Assert.Empty(dead);
    }

    [Fact]
    public void Bootstrap_comes_before_our_look_and_our_look_before_our_parts()
    {
        var layout = File.ReadAllText(Path.Combine(SourceTree.Root, "src/GentleMole.Web/Frame/_Layout.cshtml"));
        var order = Regex.Matches(layout, @"rel=""stylesheet"" href=""@Files\.Address\(""([^""]+)""").Select(m => m.Groups[1].Value).ToList();
        Assert.Equal(["lib/bootstrap/bootstrap.min.css", "css/tokens.css", "css/theme.css"], order.Take(3));
        Assert.Equal(Directory.GetFiles(Path.Combine(SourceTree.Root, Styles)).Select(p => "css/" + Path.GetFileName(p)).Order(), order.Skip(1).Order());
    }
}
