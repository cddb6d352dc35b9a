using GentleMole.Core.Lines;
using GentleMole.Core.Paint;
using GentleMole.Exchange.Scenes;
using GentleMole.Store;
using GentleMole.Store.Log;
using GentleMole.Store.Writing;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Tests.House;

/// <summary>The rules of the house: who may lean on whom, and where a thing is found.</summary>
public sealed class HouseTests
{
    /// <summary>Folders of the core, lowest first, each with those it may lean on.</summary>
    private static readonly Dictionary<string, string[]> Core = new()
    {
        ["Measures"] = [],
        ["Lines"] = [],
        ["Job"] = [],
        ["Site"] = ["Lines"],
        ["Soil"] = ["Site"],
        ["Fields"] = ["Lines", "Site"],
        ["Instruments"] = ["Fields", "Site"],
        ["Records"] = ["Site"],
        ["Notices"] = ["Site"],
        ["Days"] = ["Notices"],
        ["Walk"] = ["Lines", "Notices", "Site"],
        ["Marking"] = ["Lines", "Measures", "Site"],
        ["Pinpoint"] = ["Fields", "Lines", "Marking"],
        ["Ledger"] = ["Lines"],
        ["Candidates"] = ["Lines", "Site", "Sweeps"],
        ["Trace"] = ["Identify", "Lines", "Marking", "Pinpoint", "Site"],
        ["Wires"] = ["Site"],
        ["Follow"] = ["Lines", "Site", "Trace"],
        ["Sonde"] = ["Lines", "Site", "Trace"],
        ["Fault"] = ["Site"],
        ["Radar"] = [],
        ["Network"] = ["Fields", "Lines", "Site", "Soil"],
        ["Hookup"] = ["Fields", "Instruments", "Lines", "Network", "Site", "Soil", "Walk"],
        ["Identify"] = ["Fields", "Hookup", "Instruments", "Lines", "Network", "Pinpoint", "Site", "Soil", "Sweeps"],
        ["Sweeps"] = ["Fields", "Hookup", "Lines", "Network", "Site"],
        ["Grids"] = ["Candidates", "Radar", "Site", "Sweeps"],
        ["Bodies"] = ["Grids", "Radar", "Site"],
        ["Together"] = ["Site", "Trace"],
        ["Exposures"] = ["Site", "Together", "Trace"],
        ["Paint"] = ["Lines", "Marking", "Measures", "Site", "Trace"],
        ["Conflicts"] = ["Marking", "Site", "Trace"],
        ["Handover"] = ["Lines", "Marking", "Site"],
        ["Year"] = ["Job", "Marking"],
        ["Yards"] = ["Fields", "Hookup", "Instruments", "Lines", "Marking", "Network", "Practice", "Site", "Soil", "Trace"],
        ["Practice"] = ["Bodies", "Candidates", "Fault", "Fields", "Follow", "Grids", "Hookup", "Identify", "Instruments", "Ledger", "Lines", "Network", "Pinpoint", "Radar", "Site", "Soil", "Sonde", "Sweeps", "Together", "Trace"],
    };

    private static readonly Dictionary<string, string[]> Web = new()
    {
        ["Setup"] = [],
        ["Words"] = [],
        ["Forms"] = ["Words"],
        ["Trust"] = ["Forms", "Setup", "Words"],
        ["Frame"] = ["Forms", "Trust", "Words"],
        ["Centre"] = ["Setup", "Words"],
        ["Sheet"] = ["Setup", "Words"],
        ["Drawing"] = ["Sheet", "Words"],
        ["Live"] = ["Sheet", "Trust"],
        ["Stages"] = ["Centre", "Drawing", "Forms", "Live", "Setup", "Sheet", "Trust", "Words"],
        ["Boards"] = ["Centre", "Drawing", "Forms", "Frame", "Sheet", "Trust", "Words"],
        ["Firm"] = ["Boards", "Drawing", "Forms", "Frame", "Setup", "Sheet", "Trust", "Words"],
        ["Bench"] = ["Drawing", "Forms", "Setup", "Words"],
        ["Practice"] = ["Drawing", "Forms", "Frame", "Setup", "Sheet", "Trust", "Words"],
        ["Api"] = ["Boards", "Frame", "Live", "Practice", "Setup", "Sheet", "Stages", "Trust", "Words"],
    };

    private static readonly Dictionary<string, string[]> Projects = new()
    {
        ["GentleMole.Core"] = [],
        ["GentleMole.Exchange"] = ["GentleMole.Core"],
        ["GentleMole.Store"] = ["GentleMole.Core"],
        ["GentleMole.StandIns"] = ["GentleMole.Core", "GentleMole.Exchange"],
        ["GentleMole.Web"] = ["GentleMole.Core", "GentleMole.Exchange", "GentleMole.StandIns", "GentleMole.Store"],
    };

    [Theory]
    [InlineData("GentleMole.Core")]
    [InlineData("GentleMole.Web")]
    public void Arrows_between_folders_point_one_way(string project)
    {
        var allowed = project == "GentleMole.Core" ? Core : Web;
        foreach (var (folder, below) in allowed)
        {
            Assert.DoesNotContain(folder, Reached(below, allowed));
        }

        foreach (var (path, text) in SourceTree.Code("src/" + project))
        {
            var steps = path.Split('/');
            if (steps.Length == 3)
            {
                // The composition root may see everything; what stands beside the folders of the core leans on none of them.
                Assert.True(project != "GentleMole.Core" || !SourceTree.UsingsOf(text).Any(u => u.StartsWith("GentleMole.Core.", StringComparison.Ordinal)), path);
                continue;
            }

            Assert.True(allowed.ContainsKey(steps[2]), $"{path} stands in a folder that the table does not know.");
            foreach (var used in SourceTree.UsingsOf(text).Where(u => u.StartsWith(project + ".", StringComparison.Ordinal)))
            {
                var other = used[(project.Length + 1)..].Split('.')[0];
                Assert.True(other == steps[2] || allowed[steps[2]].Contains(other), $"{path} leans on {other}, which {steps[2]} may not.");
            }
        }
    }

    [Fact]
    public void Projects_lean_on_those_below()
    {
        foreach (var (project, below) in Projects)
        {
            var references = File.ReadAllText(Path.Combine(SourceTree.Root, "src", project, project + ".csproj"));
            foreach (var other in Projects.Keys.Where(p => p != project))
            {
                Assert.True(below.Contains(other) || !references.Contains($"/{other}.csproj", StringComparison.Ordinal), $"{project} refers to {other}.");
            }
        }
    }

    [Fact]
    public void A_type_stands_in_a_file_of_its_name()
    {
        var strays = SourceTree.Code("src")
            .SelectMany(f => SourceTree.TypesOf(f.Text).Select(type => (f.Path, type, Name: Path.GetFileName(f.Path).Split('.')[0])))
            .Where(t => t.type != t.Name && !(t.Path.EndsWith(".cshtml.cs", StringComparison.Ordinal) && t.type.EndsWith("Page", StringComparison.Ordinal)) && t.Path != "src/GentleMole.Web/Program.cs")
            .Select(t => $"{t.type} in {t.Path}");
        Assert.Empty(strays);
    }

    [Fact]
    public void Where_a_file_stands_is_what_its_namespace_says()
    {
        var strays = SourceTree.Code("src").Where(f => f.Path != "src/GentleMole.Web/Program.cs").Where(f =>
        {
            var steps = f.Path.Split('/')[1..^1];

            // Stages and the API are one room each, with a folder for every stage.
            var room = steps is ["GentleMole.Web", "Stages" or "Api", ..] ? steps[..2] : steps;
            return !f.Text.Contains($"\nnamespace {string.Join('.', room)};\n", StringComparison.Ordinal) && !f.Text.StartsWith($"namespace {string.Join('.', room)};\n", StringComparison.Ordinal);
        }).Select(f => f.Path);
        Assert.Empty(strays);
    }

    [Fact]
    public void What_is_stored_as_a_number_says_its_number()
    {
        using var gate = new WriteGate();
        using var db = new MoleDb(new DbContextOptionsBuilder<MoleDb>().UseSqlite("Data Source=:memory:").Options, new ChangeContext(TimeProvider.System), gate);
        var stored = db.Model.GetEntityTypes().SelectMany(e => e.GetProperties()).Select(p => Nullable.GetUnderlyingType(p.ClrType) ?? p.ClrType)
            .Where(t => t.IsEnum && t.Namespace!.StartsWith("GentleMole", StringComparison.Ordinal)).Distinct().ToList();
        Assert.True(stored.Count > 15);
        var code = SourceTree.Code("src").ToList();
        foreach (var type in stored)
        {
            var (path, text) = code.Single(f => Path.GetFileName(f.Path) == type.Name + ".cs");
            Assert.All(Enum.GetNames(type), name => Assert.True(System.Text.RegularExpressions.Regex.IsMatch(text, $@"\b{name} = -?\d+,"), $"{path}: {name} is stored and has no number of its own; put in another order it would mean something else."));
        }
    }

    [Fact]
    public void Colours_of_drawings_are_the_tokens_of_the_style_sheet()
    {
        var tokens = File.ReadAllText(Path.Combine(SourceTree.Root, "src/GentleMole.Web/wwwroot/css/tokens.css"));
        string Token(string name) => System.Text.RegularExpressions.Regex.Match(tokens, $@"--{name}:\s*(#[0-9a-f]{{6}});").Groups[1].Value;
        foreach (var tint in Enum.GetValues<Tint>().Except([Tint.None, Tint.Paint, Tint.OnPaint]))
        {
            var name = System.Text.RegularExpressions.Regex.Replace(tint.ToString().ToLowerInvariant(), @"(\d)$", "-$1");
            Assert.Equal(Token(name), Tints.Hex(tint, null, PaintCustom.Shipped[0]));
        }

        Assert.All(Enum.GetValues<PaintColour>(), colour => Assert.Equal(Token("can-" + colour.ToString().ToLowerInvariant()), Tints.Can(colour)));
        Assert.All(Enum.GetValues<UtilityKind>(), kind => Assert.Contains($"--{kind.ToString().ToLowerInvariant()}: var(--can-{PaintCustom.Shipped[0].ColourOf(kind).ToString().ToLowerInvariant()});", tokens, StringComparison.Ordinal));
    }

    private static HashSet<string> Reached(string[] from, Dictionary<string, string[]> arrows)
    {
        var reached = new HashSet<string>();
        var open = new Stack<string>(from);
        while (open.TryPop(out var at))
        {
            if (reached.Add(at))
            {
                foreach (var next in arrows[at])
                {
                    open.Push(next);
                }
            }
        }

        return reached;
    }
}
