using System.Globalization;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Yards;
using GentleMole.Web.Words;

namespace GentleMole.Web.Practice;

/// <summary>Rounds of practice as the contract has them. Before the end nothing of the truth is in it: of a site only what may be seen is taken.</summary>
internal static class YardTold
{
    public static object Yard(Yard yard) => new { Yard = yard.Code, yard.Title, yard.Level, Teaches = yard.Teaches.Select(YardHabits.Code), yard.Minutes };

    /// <param name="isWhole">With what was done so far.</param>
    public static Dictionary<string, object?> Round(PracticePlay play, bool isWhole)
    {
        var (round, site) = (play.Round, play.Round.Site);
        var transmitter = round.Instrument.Transmitter;
        var told = new Dictionary<string, object?>
        {
            ["id"] = play.Row.Id,
            ["yard"] = round.Yard.Code,
            ["seed"] = round.Seed,
            ["title"] = round.Yard.Title,
            ["brief"] = round.Yard.Brief,
            ["target"] = new { Utility = PracticeWords.Code(site.Utility), site.Owner },
            ["area"] = site.Area.Select(p => new[] { p.East, p.North }),
            ["soilOhmMetres"] = new[] { site.SoilOhmMetres.Low, site.SoilOhmMetres.High },
            ["features"] = site.Features.Select(f => new
            {
                f.Id, Kind = PracticeWords.Code(f.Kind), f.Name, Utility = f.Utility is { } utility ? PracticeWords.Code(utility) : null, EastMetres = f.Place.East, NorthMetres = f.Place.North,
                Connections = f.Connections.Select(c => new { c.Id, What = PracticeWords.Code(c.What), Methods = c.Methods.Select(PracticeWords.Method) }),
            }),
            ["records"] = site.Records.Select(r => new { Utility = PracticeWords.Code(r.Utility), r.Owner, Points = r.Points.Select(p => new[] { p.East, p.North }), r.DoubtMetres, r.DepthMetres }),
            ["surfaces"] = site.Surfaces.Select(s => new { Kind = PracticeWords.Code(s.Kind), Ring = s.Ring.Select(p => new[] { p.East, p.North }) }),
            ["instrument"] = new
            {
                transmitter.FrequenciesHertz, SettingsMilliamps = transmitter.StepsMilliamps, transmitter.MaxVolts, GaugeMetres = round.Instrument.Receiver.SeparationMetres, transmitter.LeadMetres, round.Instrument.RodMetres,
            },
            ["utilities"] = site.Utilities.Select(PracticeWords.Code),
        };
        if (!isWhole)
        {
            return told;
        }

        told["hookups"] = round.Hookups.Select((h, i) => new { Hookup = i + 1, Request = Asked(h.Hookup), Answer = Hooked(h) });
        told["marks"] = round.Marks.OrderBy(m => m.Key).Select(m => Marks(m.Key, m.Value));
        told["answers"] = round.Answers.Values.OrderBy(a => a.Utility).Select(Answer);
        told["finished"] = play.Row.FinishedAt is not null;
        if (play.Row.FinishedAt is not null)
        {
            told["result"] = Result(play);
        }

        return told;
    }

    public static object Hooked(YardHooked made) => new
    {
        CurrentMilliamps = Finite(made.Shown?.Amperes * 1000), Volts = Finite(made.Shown?.Volts), LoopOhms = Finite(made.Shown?.LoopOhms), Stopped = made.Stopped is { } stop ? PracticeWords.Code(stop) : null,
    };

    public static object Shown(YardShown shown) => new
    {
        Peak = shown.PeakNanotesla, Null = shown.NullNanotesla, Side = PracticeWords.Code(shown.Side), shown.DepthMetres, shown.CurrentMilliamps,
        CurrentDirection = shown.RunsAhead switch { true => "away", false => "towards", null => "none" }, LineDegrees = shown.Line?.Degrees, shown.Steadiness, Pegged = shown.IsPegged,
    };

    public static object Marks(UtilityKind utility, IReadOnlyList<YardPoint> points) =>
        new { Utility = PracticeWords.Code(utility), Points = points.Select(p => new { EastMetres = p.Place.East, NorthMetres = p.Place.North, p.DepthMetres }) };

    public static object Answer(YardAnswer answer) => new { Utility = PracticeWords.Code(answer.Utility), Answer = PracticeWords.Code(answer.Answer), answer.Why };

    /// <summary>TRUTH: only once it is finished.</summary>
    public static object Result(PracticePlay play)
    {
        var (round, site) = (play.Round, play.Round.Site);
        var score = play.Score;
        return new
        {
            score.Score,
            Parts = score.Parts.Select(p => new { Code = PracticeWords.Code(p.Part), p.Points, p.OutOf, Text = PracticeWords.PartText(p.Part, score) }),
            Habits = score.Habits.Select(h => new { Code = YardHabits.Code(h.Habit), h.Kept, Text = PracticeWords.Habit(h.Habit) + ". " + PracticeWords.Judged(h) }),
            Marks = score.Marks.Select(m => new
            {
                Utility = PracticeWords.Code(m.Utility), m.MeanErrorMetres, m.WorstErrorMetres, m.DepthErrorMetres, m.CoveredShare, OnOtherLine = m.OnOtherLine is { } line ? PracticeWords.Code(site.Ground.Line(line)!.Kind) : null,
            }),
            Answers = score.Answers.Select(a => new { Utility = PracticeWords.Code(a.Utility), Given = a.Given is { } given ? PracticeWords.Code(given) : null, Right = a.Right.Select(PracticeWords.Code) }),
            Truth = Truth(round, score),
            Why = score.Dangers.Select(d => new { Code = PracticeWords.Code(d.Danger), Text = PracticeWords.Danger(d) })
                .Concat(score.Why.Select(w => new { Code = PracticeWords.Code(w.Kind), Text = PracticeWords.Cause(w, site, PracticeTimes.At(play, w)) })),
        };
    }

    private static object Truth(YardRound round, YardScore score)
    {
        var site = round.Site;
        var network = site.Ground.Network;
        var rests = score.RestsOn is { } on ? round.Hookups[on - 1] : null;
        var solved = rests is { Heard.Count: > 0 } ? rests.Heard[0] : null;
        return new
        {
            Lines = network.Lines.Select(l => new
            {
                l.Id, Utility = PracticeWords.Code(site.Ground.Line(l.Id)!.Kind), Live = site.Ground.Line(l.Id)!.Lies.NetMilliamps > 0, Points = YardBench.Points(l),
                CurrentsMilliamps = Corners(l).Select(at => solved is null ? 0 : 1000 * solved.CurrentAt(l.Id, at).Magnitude),
            }),
            Bonds = YardBench.Bonds(network),
            Joints = YardBench.Joints(network),
            SoilOhmMetres = network.Soil.ResistivityOhmMetres,
            site.Target,
            score.RestsOn,
            Hookups = round.Hookups.Select((h, i) => new { Hookup = i + 1, Method = PracticeWords.Method(h.Hookup.Method), Bench = h.IsSending && h.Heard.Count > 0 ? YardBench.Body(h.Heard[0]) : null }),
        };
    }

    private static IEnumerable<double> Corners(NetworkLine line)
    {
        var at = 0.0;
        yield return at;
        for (var i = 1; i < line.Points.Count; i++)
        {
            at += (line.Points[i] - line.Points[i - 1]).Length;
            yield return Math.Min(at, line.LengthMetres);
        }
    }

    private static object Asked(YardHookup hookup) => new
    {
        Method = PracticeWords.Method(hookup.Method), hookup.Connection, TestedDead = hookup.IsTestedDead,
        Stake = hookup.Stake is { } stake ? new { EastMetres = stake.Place.East, NorthMetres = stake.Place.North, stake.Driven, Wetted = stake.IsWetted } : null,
        Box = hookup.Box is { } box ? new { EastMetres = box.Place.East, NorthMetres = box.Place.North, AzimuthDegrees = box.Axis.Degrees } : null,
        FrequencyHertz = hookup.Hertz, hookup.SetMilliamps,
    };

    private static double? Finite(double? value) => value is { } number && double.IsFinite(number) ? number : null;
}
