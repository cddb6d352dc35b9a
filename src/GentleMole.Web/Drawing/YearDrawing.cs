using System.Globalization;
using GentleMole.Core.Job;
using GentleMole.Core.Year;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Words;
using NodaTime;

namespace GentleMole.Web.Drawing;

/// <summary>Plain pictures of a year: answers month by month, and where time went.</summary>
internal static class YearDrawing
{
    public const int Width = 420;
    public const int Height = 190;
    private const double Left = 34;
    private const double Top = 14;
    private const double Bottom = 26;
    private const string Months = "JFMAMJJASOND";

    /// <summary>Utilities answered by month: in time filled, late empty, overdue hatched by a cross; what was hit above.</summary>
    public static Scene Answers(YearAccount account)
    {
        var most = Math.Max(4, account.Months.Max(m => m.Of(AnswerTime.InTime) + m.Of(AnswerTime.Late) + m.Of(AnswerTime.Overdue)));
        var step = Ticks.Step(most / 3.0);
        var (floor, unit, column) = (Height - Bottom, (Height - Top - Bottom) / (double)most, (Width - Left - 8) / 12);
        var shapes = new List<SceneShape>();
        foreach (var tick in Ticks.Between(0, most, Math.Max(1, step)))
        {
            shapes.Add(new ScenePath(Looks.GridLine, [new(Left, floor - (tick * unit)), new(Width - 8, floor - (tick * unit))]));
            shapes.Add(new SceneText(Looks.Grid, new(Left, floor - (tick * unit)), tick.ToString("0", CultureInfo.InvariantCulture), -5, 4, 1));
        }

        foreach (var (month, i) in account.Months.Select((m, i) => (m, i)))
        {
            var (from, to, at) = (Left + (i * column) + 4, Left + ((i + 1) * column) - 4, floor);
            foreach (var (time, look) in new[] { (AnswerTime.InTime, Looks.Bar), (AnswerTime.Late, Looks.BarLate), (AnswerTime.Overdue, Looks.BarLate) })
            {
                if (month.Of(time) is > 0 and var count)
                {
                    var high = count * unit;
                    shapes.Add(ScenePath.Box(look, from, at - high, to, at) with { Title = $"{count} {YearWords.Time(time)}" });
                    if (time == AnswerTime.Overdue)
                    {
                        shapes.Add(new ScenePath(Looks.BarCross, [new(from, at), new(to, at - high)]));
                        shapes.Add(new ScenePath(Looks.BarCross, [new(from, at - high), new(to, at)]));
                    }

                    at -= high;
                }
            }

            if (month.Hits > 0)
            {
                shapes.Add(new SceneMark(Symbols.Hit, new((from + to) / 2, Math.Max(9, at - 9))) { Title = $"{month.Hits} hit" });
            }

            shapes.Add(new SceneText(Looks.Grid, new((from + to) / 2, floor), Months[i].ToString(), 0, 15, 0));
        }

        shapes.Add(new ScenePath(Looks.Axis, [new(Left, floor), new(Width - 8, floor)]));
        return new Scene(SceneFrame.Chart(Width, Height), "Utilities answered, month by month", [new SceneLayer("answers", shapes)], []);
    }

    /// <summary>Time by stage, longest bar the most.</summary>
    public static Scene Time(YearFigures figures)
    {
        var stages = Enum.GetValues<JobStage>();
        var (most, row) = (figures.Spent.Values.DefaultIfEmpty(Duration.Zero).Max(), (Height - 6.0) / stages.Length);
        const double From = 76;
        const double Room = 78;
        var shapes = new List<SceneShape>();
        foreach (var (stage, i) in stages.Select((s, i) => (s, i)))
        {
            var time = figures.Spent.GetValueOrDefault(stage);
            var (top, long_) = ((i * row) + 4, most > Duration.FromMinutes(1) ? (Width - From - Room) * (time / most) : 0);
            shapes.Add(new SceneText(Looks.BarName, new(From, top + (row / 2)), stage.ToString(), -6, 3, 1));
            if (long_ > 0)
            {
                shapes.Add(ScenePath.Box(Looks.Bar, From, top, From + Math.Max(1, long_), top + row - 5));
            }

            shapes.Add(new SceneText(Looks.BarName, new(From + long_, top + (row / 2)), YearWords.Hours(time), 6, 3));
        }

        shapes.Add(new ScenePath(Looks.Axis, [new(From, 2), new(From, Height - 4)]));
        return new Scene(SceneFrame.Chart(Width, Height), "Where time went", [new SceneLayer("time", shapes)], []);
    }
}
