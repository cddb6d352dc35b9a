using GentleMole.Core.Ledger;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>Current against chainage: what was read, what really flows with its band, where it steps, tees.</summary>
internal static class LedgerDrawing
{
    /// <summary>Where nothing else says how high it is, pixels.</summary>
    public const int UsualHeight = 320;

    private const double Left = 58;
    private const double Right = 16;
    private const double Top = 34;

    /// <summary>Room under the axis, pixels.</summary>
    private const double UsualFoot = 40;

    public static Scene Of(LedgerTold told, int width, int height, double foot = UsualFoot) =>
        new(SceneFrame.Chart(width, height), "Current read at every station, what really flows as a band, and where it steps", [new("ledger", [.. Shapes(told, width, height, foot)])], []);

    private static IEnumerable<SceneShape> Shapes(LedgerTold told, int width, int height, double foot)
    {
        var (ledger, stations, person) = (told.Ledger, told.Task.Stations, told.Person);
        var (from, to) = (stations.Min(s => s.ChainageMetres), stations.Max(s => s.ChainageMetres));
        var most = stations.Select(s => s.Milliamps).Concat(ledger.Expected.Select(e => e.Milliamps.High95)).Concat(told.Engine.Select(e => e.Milliamps)).Append(told.Task.SentMilliamps ?? 0).Max() * 1.06;
        double X(double chainage) => Left + ((chainage - from) / (to - from) * (width - Left - Right));
        double Y(double milliamps) => height - foot - (Math.Min(milliamps, most) / most * (height - Top - foot));
        foreach (var milliamps in Ticks.Between(0, most, Ticks.Step(most / 5)))
        {
            yield return new ScenePath(Looks.DepthLine, [new(Left, Y(milliamps)), new(width - Right, Y(milliamps))]);
            yield return new SceneText(Looks.Grid, new(Left - 6, Y(milliamps)), FigureWords.Milliamps(milliamps), 0, 4, 1);
        }

        foreach (var metres in Ticks.Between(from, to, Ticks.Step((to - from) / (width / 90))))
        {
            yield return new SceneText(Looks.Grid, new(X(metres), height - foot + 18), person.Run(metres), 0, 0, 0);
        }

        foreach (var loss in ledger.Losses)
        {
            yield return ScenePath.Box(Looks.SectionDig, X(loss.FromMetres), Top, X(loss.ToMetres), height - foot);
            yield return new SceneText(Looks.Figure, new(X((loss.FromMetres + loss.ToMetres) / 2), Top - 12), (loss.Milliamps.Value > 0 ? "−" : "+") + FigureWords.Milliamps(Math.Abs(loss.Milliamps.Value)), 0, 0, 0);
        }

        var along = ledger.Expected.OrderBy(e => e.ChainageMetres).ToList();
        yield return new ScenePath(
            Looks.Interval,
            [.. along.Select(e => new ScenePoint(X(e.ChainageMetres), Y(e.Milliamps.High95))), .. along.AsEnumerable().Reverse().Select(e => new ScenePoint(X(e.ChainageMetres), Y(e.Milliamps.Low95)))],
            IsArea: true);
        yield return new ScenePath(Looks.Peak, [.. along.Select(e => new ScenePoint(X(e.ChainageMetres), Y(e.Milliamps.Value)))]);
        yield return new ScenePath(Looks.GroundLine, [new(Left, height - foot), new(width - Right, height - foot)]);
        if (told.Task.SentMilliamps is { } sent)
        {
            yield return new ScenePath(Looks.Follow, [new(Left, Y(sent)), new(width - Right, Y(sent))]);
            yield return new SceneText(Looks.Name, new(width - Right, Y(sent) - 8), "sent", 0, 0, 1);
        }

        if (told.Engine.Count > 1)
        {
            yield return new ScenePath(Looks.Null, [.. told.Engine.Select(e => new ScenePoint(X(e.ChainageMetres), Y(e.Milliamps)))]);
            yield return new SceneText(Looks.SoilName, new(X(told.Engine[^1].ChainageMetres), Y(told.Engine[^1].Milliamps) - 8), "by the ground as drawn", 0, 0, 1);
        }

        foreach (var tee in told.Task.Tees.Where(t => t.ChainageMetres >= from && t.ChainageMetres <= to))
        {
            yield return new ScenePath(Looks.Upright, [new(X(tee.ChainageMetres), Y(0)), new(X(tee.ChainageMetres), Top + 14)]);
            yield return new SceneText(Looks.Name, new(X(tee.ChainageMetres), Top + 6), "tee", 0, 0, 0);
        }

        for (var i = 0; i < stations.Count; i++)
        {
            yield return new SceneMark(ledger.Outliers.Contains(i) ? Symbols.Was : Symbols.ReadPeak, new(X(stations[i].ChainageMetres), Y(stations[i].Milliamps)));
        }
    }
}
