using GentleMole.Core.Identify;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Drawing;
using GentleMole.Web.Words;

namespace GentleMole.Web.Bench;

/// <summary>The response across the dot by each explanation that was met, the likeliest drawn strong.</summary>
internal static class WhoDrawing
{
    private const int Height = 250;
    private const double Left = 44;
    private const double Right = 28;
    private const double Top = 44;
    private const double Bottom = 30;
    private const int Most = 3;

    /// <summary>Explanations that are less likely are not drawn.</summary>
    private const double Least = 0.01;

    public static Scene Of(DotIdentity told, IdentifyWords words, Person person, int width) =>
        new(SceneFrame.Chart(width, Height), "Response across the dot, by each explanation", [new("profiles", [.. Shapes(told, words, person, width)])], []);

    private static IEnumerable<SceneShape> Shapes(DotIdentity told, IdentifyWords words, Person person, int width)
    {
        var profiles = told.Hypotheses.Where(h => h.Probability >= Least).Select(h => told.Profiles.FirstOrDefault(p => p.Kind == h.Kind && p.Line == h.Line)).OfType<ResponseProfile>().Take(Most).ToList();
        if (profiles.Count == 0)
        {
            yield break;
        }

        var (low, high) = (profiles[0].Points[0].OffsetMetres, profiles[0].Points[^1].OffsetMetres);
        var strongest = profiles.Max(p => p.Points.Max(q => q.Nanotesla)) * 1.08;
        double X(double offset) => Left + ((offset - low) / (high - low) * (width - Left - Right));
        double Y(double level) => Height - Bottom - (level / strongest * (Height - Top - Bottom));
        var step = Ticks.Step(strongest / 4);
        foreach (var level in Ticks.Between(0, strongest, step))
        {
            yield return new ScenePath(Looks.DepthLine, [new(Left, Y(level)), new(width - Right, Y(level))]);
            yield return new SceneText(Looks.Grid, new(Left - 6, Y(level)), FigureWords.Figure(level), 0, 4, 1);
        }

        for (var metres = Math.Ceiling(low); metres <= high; metres++)
        {
            yield return new SceneText(Looks.Grid, new(X(metres), Height - 10), person.Length(metres), 0, 0, 0);
        }

        var dot = (low + high) / 2;
        yield return new ScenePath(Looks.Axis, [new(X(dot), Top), new(X(dot), Height - Bottom)]);
        yield return new SceneText(Looks.Grid, new(X(dot) + 6, Height - Bottom - 8), "dot", 0, 0, -1);
        for (var i = profiles.Count - 1; i >= 0; i--)
        {
            yield return new ScenePath(i == 0 ? Looks.Peak : Looks.Null, [.. profiles[i].Points.Select(p => new ScenePoint(X(p.OffsetMetres), Y(p.Nanotesla)))]);
        }

        yield return new SceneText(Looks.Name, new(10, 14), $"Response across, nT, if it is {words.Who(told.Hypotheses[0])}", 0, 0, -1);
        if (profiles.Count > 1)
        {
            yield return new SceneText(Looks.SoilName, new(10, 31), "dashed: " + string.Join(", ", profiles.Skip(1).Select(p => words.Who(new Hypothesis(p.Kind, p.Line, 0)))), 0, 0, -1);
        }
    }
}
