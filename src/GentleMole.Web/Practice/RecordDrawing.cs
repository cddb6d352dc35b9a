using System.Globalization;
using GentleMole.Core.Yards;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Drawing;

namespace GentleMole.Web.Practice;

/// <summary>A learner's rounds over time: points above, how far marks lay off below.</summary>
internal static class RecordDrawing
{
    public const int Width = 620;
    public const int Height = 260;
    private const double Left = 52;
    private const double Right = 12;
    private const double Top = 16;
    private const double Middle = 150;
    private const double Gap = 26;
    private const double Foot = 14;
    private const double MostError = 1;

    public static Scene Of(LearnerView learner)
    {
        var rounds = learner.Finished.Take(40).Reverse().ToList();
        double X(int i) => Left + ((i + 0.5) * (Width - Left - Right) / Math.Max(rounds.Count, 6));
        double Points(double score) => Middle - (score / 100 * (Middle - Top));
        double Error(double metres) => Middle + Gap + (Math.Min(metres, MostError) / MostError * (Height - Middle - Gap - Foot));
        var shapes = new List<SceneShape>();
        foreach (var score in new[] { 0.0, 50, YardNext.Mastered, 100 })
        {
            shapes.Add(new ScenePath(score == YardNext.Mastered ? Looks.Tape : Looks.DepthLine, [new(Left, Points(score)), new(Width - Right, Points(score))]));
            shapes.Add(new SceneText(Looks.Grid, new(Left - 6, Points(score)), score.ToString("0", CultureInfo.InvariantCulture), 0, 4, 1));
        }

        foreach (var metres in new[] { 0, 0.5, 1 })
        {
            shapes.Add(new ScenePath(Looks.DepthLine, [new(Left, Error(metres)), new(Width - Right, Error(metres))]));
            shapes.Add(new SceneText(Looks.Grid, new(Left - 6, Error(metres)), metres == 1 ? "1 m +" : metres.ToString("0.0", CultureInfo.InvariantCulture) + " m", 0, 4, 1));
        }

        if (rounds.Count > 1)
        {
            shapes.Add(new ScenePath(Looks.Peak, [.. rounds.Select((r, i) => new ScenePoint(X(i), Points(r.Score!.Value)))]));
        }

        for (var i = 0; i < rounds.Count; i++)
        {
            shapes.Add(new SceneMark(Symbols.ReadPeak, new(X(i), Points(rounds[i].Score!.Value))) { Title = $"{learner.Title(rounds[i])}: {rounds[i].Score:0} of 100" });
            if (LearnerRecord.Judged(rounds[i])?.MeanErrorMetres is { } error)
            {
                shapes.Add(ScenePath.Box(Looks.Bar, X(i) - 4, Error(0), X(i) + 4, Error(error)) with { Title = $"marks {error.ToString("0.00", CultureInfo.InvariantCulture)} m off" });
            }
        }

        return new Scene(SceneFrame.Chart(Width, Height), "Points of each round above, how far its marks lay off below", [new SceneLayer("rounds", shapes)], []);
    }
}
