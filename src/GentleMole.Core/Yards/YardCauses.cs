using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Practice;

namespace GentleMole.Core.Yards;

/// <summary>TRUTH: where the errors of a round came from, the dearest first.</summary>
internal static class YardCauses
{
    private const double Enough = 0.95;
    private const double LittleShare = 0.35;
    private const double LitShare = 0.2;
    private const double PeggedShare = 0.2;
    private const double DiveMetres = 0.6;

    public static IReadOnlyList<YardCause> Of(YardEvidence of, YardScore score, YardOutcome outcome)
    {
        if (of.Rests is not { } rests)
        {
            return [new(YardCauseKind.NoWork, 0, null, double.NaN, double.NaN)];
        }

        return [.. AtTheClip(of, rests, score, outcome), .. OnTheWay(of, rests, score, outcome), .. Said(of, score)];
    }

    private static IEnumerable<YardCause> AtTheClip(YardEvidence of, YardHooked rests, YardScore score, YardOutcome outcome)
    {
        var (number, sent) = (of.RestsOn!.Value, Sent(of, rests));
        var isWrong = IsOnWrongLine(of, rests);
        if (isWrong && of.Site.Connection(rests.Hookup.Connection!)!.Value.Connection is var connection)
        {
            yield return new(YardCauseKind.WrongConnection, number, Loudest(of, rests) ?? connection.On, 1000 * Most(of, rests, of.Site.Ground.Line(connection.On)!), sent, Backward(of, rests));
        }

        if (rests.Shown is { } shown && !YardHookupHabits.IsGood(shown))
        {
            yield return new(YardCauseKind.NoCurrent, number, null, 1000 * (shown.Amperes ?? 0), rests.Hookup.SetMilliamps!.Value);
        }

        var onTarget = of.Target.Select(l => 1000 * Most(of, rests, l)).Max();
        if (!isWrong && rests.Shown is not null && onTarget < LittleShare * sent && (outcome.Position < Enough || outcome.RightLine < Enough))
        {
            yield return new(YardCauseKind.LittleOnTarget, number, Loudest(of, rests), onTarget, sent);
        }

        if (score.Habit(YardHabit.StakeClear).Kept == false && rests.Hookup.Stake is { } stake
            && of.Site.Ground.Lines.Where(l => !of.IsSought(l.Id)).MinBy(l => l.Run.Project(stake.Place).Foot.DistanceTo(stake.Place)) is { } lit && Most(of, rests, lit) * 1000 > LitShare * sent)
        {
            yield return new(YardCauseKind.StakeLit, number, lit.Id, 1000 * Most(of, rests, lit), sent);
        }
    }

    private static IEnumerable<YardCause> OnTheWay(YardEvidence of, YardHooked rests, YardScore score, YardOutcome outcome)
    {
        var number = of.RestsOn!.Value;
        var judged = score.Marks.FirstOrDefault(m => m.Utility == of.Site.Utility);
        if (judged?.OnOtherLine is { } other && of.Site.Ground.Line(other) is { } line)
        {
            yield return new(YardCauseKind.OtherLine, number, other, 1000 * Most(of, rests, line), of.Target.Select(l => 1000 * Most(of, rests, l)).Max());
            if (score.Habit(YardHabit.CheckedDirection).Kept == false && of.PlaceOf(rests) is { } clip && YardWalkHabits.RunsBack(of, rests, line, clip))
            {
                yield return new(YardCauseKind.RanBack, number, other, 1000 * Most(of, rests, line), Sent(of, rests), Backward(of, rests));
            }
        }

        var along = of.Active.Where(of.IsAlong).ToList();
        var pegged = along.Count == 0 ? 0 : along.Count(t => t.Shown.IsPegged) / (double)along.Count;
        if (pegged > PeggedShare)
        {
            yield return new(YardCauseKind.Pegged, number, null, pegged, rests.Hookup.SetMilliamps!.Value, IndexOf(of, t => t.Shown.IsPegged));
        }

        // Where the signal was never sent along the line it is not gone from it.
        var readable = of.ReadableShare(rests);
        if (readable < 0.85 && outcome.Position < Enough && !IsOnWrongLine(of, rests) && of.Target.Max(l => Most(of, rests, l)) * 1000 >= LittleShare * Sent(of, rests))
        {
            yield return new(YardCauseKind.SignalGone, number, null, readable, rests.Hookup.Hertz!.Value, IndexOf(of, t => of.IsAlong(t) && t.Shown.Steadiness < 0.5));
        }

        if (judged is { OnOtherLine: null, MeanErrorMetres: > YardOutcome.GoodMetres and < YardOutcome.OfItMetres } && YardHookupHabits.IsPulled(of, rests))
        {
            var apart = of.Sought.Average(p => Math.Abs(YardHookupHabits.PeakLessNull(rests, p.Line, p.AtMetres)));
            yield return new(YardCauseKind.Pulled, number, Loudest(of, rests), judged.MeanErrorMetres!.Value, apart);
        }

        if (score.Habit(YardHabit.CloseOnBends) is { Kept: false } bends && outcome.Position < Enough)
        {
            yield return new(YardCauseKind.CornerCut, number, null, bends.Measured, bends.Needed);
        }

        var depths = of.Sought.Select(p => p.Line.DepthAt(p.AtMetres).Metres).ToList();
        if (depths.Count > 0 && depths.Max() - depths.Min() > DiveMetres && (outcome.Depth < 0.8 || outcome.Position < 0.8))
        {
            yield return new(YardCauseKind.Dive, number, null, depths.Max(), of.Marks.Max(m => m.DepthMetres) ?? double.NaN);
        }
        else if (judged is { OnOtherLine: null, DepthErrorMetres: { } error } && outcome.Depth < 0.7)
        {
            yield return new(YardCauseKind.DepthOff, number, null, error, double.NaN);
        }

        if (judged is null || judged.CoveredShare < 0.9)
        {
            yield return new(YardCauseKind.NotCovered, number, null, judged?.CoveredShare ?? 0, 1);
        }

        if (outcome.Position < Enough && of.Painted is { } run && YardOutcome.Backed(of.Site, of.Site.Utility, run, [.. of.Active.Select(t => t.Ask.Place)]) is var backed && backed < 0.9)
        {
            yield return new(YardCauseKind.NotHeard, number, null, backed, 1);
        }
    }

    private static IEnumerable<YardCause> Said(YardEvidence of, YardScore score)
    {
        foreach (var answer in score.Answers.Where(a => a.Given is null))
        {
            yield return new(YardCauseKind.NoAnswer, 0, answer.Utility == of.Site.Utility ? of.Target[0].Id : of.Site.Strangers.First().Id, double.NaN, double.NaN);
        }

        var given = score.Answers[0].Given;
        if (of.Site.IsToBePassedOn && given is not null and not LineAnswer.Escalated)
        {
            yield return new(YardCauseKind.SaidSure, 0, null, double.NaN, double.NaN);
        }

        if (!of.Site.IsToBePassedOn && given == LineAnswer.Escalated)
        {
            yield return new(YardCauseKind.SaidUnsure, 0, null, double.NaN, double.NaN);
        }

        if (score.Answers.Count > 1 && score.Answers[1].Worth < 1 && of.Site.Strangers.FirstOrDefault() is { } stranger)
        {
            var passive = of.Round.Readings.Where(t => t.Hookup == 0 || !of.Round.Hookups[t.Hookup - 1].IsSending).Select(t => stranger.Run.Project(t.Ask.Place).Foot.DistanceTo(t.Ask.Place)).DefaultIfEmpty(double.NaN).Min();
            yield return new(YardCauseKind.StrangerMissed, 0, stranger.Id, passive, stranger.Lies.NetMilliamps ?? double.NaN, IndexOf(of, t => !t.Shown.IsPegged && (t.Hookup == 0 || !of.Round.Hookups[t.Hookup - 1].IsSending) && t.Shown.Steadiness > 0.5));
        }
    }

    private static bool IsOnWrongLine(YardEvidence of, YardHooked rests) => rests.Hookup.Connection is { } id && !of.IsSought(of.Site.Connection(id)!.Value.Connection.On);

    /// <summary>What goes out, mA: of the clip, or what the strongest line carries.</summary>
    public static double Sent(YardEvidence of, YardHooked made) => 1000 * (made.Shown?.Amperes ?? of.Site.Ground.Lines.Max(l => Most(of, made, l)));

    /// <summary>The most that a line carries in the area or at the clip, A.</summary>
    private static double Most(YardEvidence of, YardHooked made, BuriedLine line) => YardEvidence.Along(line, 2)
        .Where(p => YardRings.Outside(of.Site.Area, line.Run.At(p.AtMetres)) <= 10).Select(p => of.Current(made, line, p.AtMetres).Magnitude).DefaultIfEmpty(0).Max();

    private static string? Loudest(YardEvidence of, YardHooked made) => of.Site.Ground.Lines.Where(l => !of.IsSought(l.Id)).MaxBy(l => Most(of, made, l))?.Id;

    /// <summary>The first reading that showed the current coming back to one who walked away from the clip.</summary>
    private static int? Backward(YardEvidence of, YardHooked rests) => of.PlaceOf(rests) is { } clip
        ? IndexOf(of, t => t.Hookup == of.RestsOn && t.Shown.RunsAhead == false && t.Ask.Place != clip && t.Ask.Heading.ApartFrom((t.Ask.Place - clip).Azimuth) < 60) : null;

    private static int? IndexOf(YardEvidence of, Func<YardTaken, bool> shows)
    {
        var readings = of.Round.Readings;
        for (var i = 0; i < readings.Count; i++)
        {
            if (shows(readings[i]))
            {
                return i;
            }
        }

        return null;
    }
}
