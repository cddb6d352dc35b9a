using GentleMole.Core.Hookup;
using GentleMole.Core.Marking;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>TRUTH: habits with the receiver, judged on what was read.</summary>
internal static class YardWalkHabits
{
    private const double MostGapDegrees = 30;
    private const double NullShare = 0.6;
    private const double NullMetres = 1.2;
    private const int NullReadings = 5;
    private const double LoudMetres = 7.5;
    private const double LoudShare = 0.25;
    private const double PinpointMetres = 0.4;
    private const double PinpointWithinMetres = 12;
    private const int PinpointReadings = 4;
    private const int WorkedReadings = 10;
    private const double LiftMetres = 0.2;
    private const double TurnDegrees = 75;
    private const double AtMarkMetres = 0.6;
    private const int LiftedMarks = 2;
    private const double BendDegrees = 15;
    private const double ByBendMetres = 3;
    private const double CloseMetres = 2;
    private const double PassiveMetres = 3;
    private const double PassiveShare = 0.6;
    private const double Touching = 1e-6;

    public static YardHabitJudged SweptRound(YardEvidence of)
    {
        if (of.Rests is not { } rests || of.PlaceOf(rests) is not { } centre)
        {
            return new(YardHabit.SweptRound, false);
        }

        var (near, far) = rests.Hookup.Method == HookupMethod.Induction ? (8.0, 22.0) : (3.0, 12.0);
        var ways = of.Active.Where(t => t.Hookup == of.RestsOn && t.Ask.Place.DistanceTo(centre) is var d && d >= near && d <= far).Select(t => (t.Ask.Place - centre).Azimuth.Degrees).Order().ToList();
        var gap = ways.Count == 0 ? 360 : ways.Select((w, i) => Standable(of, centre, near, far, w, i + 1 < ways.Count ? ways[i + 1] : ways[0] + 360)).Max();
        return new(YardHabit.SweptRound, gap <= MostGapDegrees, gap, MostGapDegrees);
    }

    public static YardHabitJudged CheckedNull(YardEvidence of)
    {
        var share = of.Marks.Count == 0 ? 0 : of.Marks.Count(m =>
        {
            var near = of.Active.Where(t => t.Ask.Place.DistanceTo(m.Place) <= NullMetres).ToList();
            return near.Count >= NullReadings && near.Any(t => t.Shown.Side == YardSide.Left) && near.Any(t => t.Shown.Side == YardSide.Right);
        }) / (double)of.Marks.Count;
        return new(YardHabit.CheckedNull, share >= NullShare, share, NullShare);
    }

    /// <summary>Under every connection that was worked with, the two loudest lines near it were both pinpointed.</summary>
    public static YardHabitJudged ComparedCurrents(YardEvidence of)
    {
        var worked = of.Active.Where(t => of.Round.Hookups[t.Hookup - 1].Hookup.Connection is not null).GroupBy(t => of.Round.Hookups[t.Hookup - 1].Hookup.Connection!).Where(g => g.Count() >= WorkedReadings).ToList();
        if (worked.Count == 0)
        {
            return new(YardHabit.ComparedCurrents, of.Site.Ground.Lines.Count > 1 && of.Active.Count == 0 ? false : null);
        }

        var (occasions, kept) = (0, 0);
        foreach (var group in worked)
        {
            var clip = of.Site.Connection(group.Key)!.Value.Feature.Place;
            var loudest = of.Site.Ground.Lines.Select(l => (Line: l, Tesla: group.Select(t => t.Hookup).Distinct().Max(h => Loudest(of, of.Round.Hookups[h - 1], l, clip))))
                .OrderByDescending(l => l.Tesla).Take(2).ToList();
            if (loudest.Count == 2 && loudest[1].Tesla > 0 && loudest[1].Tesla >= LoudShare * loudest[0].Tesla)
            {
                occasions++;
                kept += loudest.All(l => IsPinpointed([.. group], l.Line, clip)) ? 1 : 0;
            }
        }

        return new(YardHabit.ComparedCurrents, occasions == 0 ? null : kept == occasions, kept, occasions);
    }

    public static YardHabitJudged CheckedDirection(YardEvidence of)
    {
        if (of.Rests is not { } rests || of.PlaceOf(rests) is not { } clip)
        {
            return new(YardHabit.CheckedDirection, false);
        }

        var back = of.Site.Ground.Lines.Where(l => !of.IsSought(l.Id) && RunsBack(of, rests, l, clip)).ToList();
        var on = of.Marks.Count(m => of.Nearest(m.Place) is var (line, metres) && metres <= YardOutcome.OfItMetres && back.Contains(line));
        return new(YardHabit.CheckedDirection, back.Count == 0 || rests.Hookup.Method == HookupMethod.Induction ? null : of.Marks.Count > 0 && on * 3 < of.Marks.Count, on, of.Marks.Count);
    }

    public static YardHabitJudged LiftOrTurn(YardEvidence of)
    {
        var marks = of.Marks.Count(m =>
        {
            var at = of.Active.Where(t => t.Ask.Place.DistanceTo(m.Place) <= AtMarkMetres).Select(t => t.Ask).ToList();
            return at.Count > 1 && (at.Max(a => a.HeightMetres) - at.Min(a => a.HeightMetres) >= LiftMetres - Touching
                || at.Any(a => at.Any(b => a.Heading.ApartAsLines(b.Heading) >= TurnDegrees - Touching)));
        });
        return new(YardHabit.LiftOrTurn, marks >= LiftedMarks, marks, LiftedMarks);
    }

    public static YardHabitJudged CloseOnBends(YardEvidence of, double rightLine)
    {
        var bends = of.Target.Where(l => !of.Site.Unknowable.Contains(l.Id)).SelectMany(Bends).Where(b => YardRings.Outside(of.Site.Area, b) <= 0).ToList();
        if (bends.Count == 0 || (rightLine < 0.5 && of.Active.Count > 0))
        {
            return new(YardHabit.CloseOnBends, null);
        }

        var widest = bends.Max(b =>
        {
            var pairs = of.Marks.Zip(of.Marks.Skip(1)).Where(p => Away(b, p.First.Place, p.Second.Place) <= ByBendMetres).ToList();
            return pairs.Count == 0 ? double.PositiveInfinity : pairs.Max(p => p.First.Place.DistanceTo(p.Second.Place));
        });
        return new(YardHabit.CloseOnBends, widest <= CloseMetres + Touching, widest, CloseMetres);
    }

    public static YardHabitJudged PassiveLast(YardEvidence of)
    {
        var readings = of.Round.Readings;
        bool IsSent(YardTaken t) => t.Hookup > 0 && of.Round.Hookups[t.Hookup - 1].IsSending;
        var last = Enumerable.Range(0, readings.Count).Where(i => IsSent(readings[i]) && of.IsAlong(readings[i])).DefaultIfEmpty(-1).Max();
        var passive = readings.Skip(last + 1).Where(t => !IsSent(t)).Select(t => t.Ask.Place).Distinct().ToList();
        var ground = Ground(of.Site).ToList();
        var share = passive.Count == 0 || of.Active.Count == 0 ? 0 : ground.Count(g => passive.Any(p => p.DistanceTo(g) <= PassiveMetres)) / (double)ground.Count;
        return new(YardHabit.PassiveLast, share >= PassiveShare, share, PassiveShare);
    }

    public static YardHabitJudged SaidUnsure(YardEvidence of, bool isWrong)
    {
        var escalated = of.Round.Answers.GetValueOrDefault(of.Site.Utility)?.Answer == LineAnswer.Escalated;
        return new(YardHabit.SaidUnsure, of.Site.IsToBePassedOn || isWrong || of.Active.Count == 0 ? escalated && of.Active.Count > 0 : null);
    }

    /// <summary>Degrees of the longest stretch between two bearings where one can stand.</summary>
    private static double Standable(YardEvidence of, SitePoint centre, double near, double far, double from, double to)
    {
        if (to - from <= MostGapDegrees)
        {
            return to - from;
        }

        bool CanStand(double way) => Enumerable.Range(0, 4).Any(k => of.Site.SurfaceAt(centre + (Azimuth.Of(way).Direction * (near + ((far - near) * k / 3)))) != YardSurfaceKind.Building);
        var (longest, since) = (0.0, from);
        for (var way = from + 2; way < to; way += 2)
        {
            if (!CanStand(way))
            {
                since = way;
            }

            longest = Math.Max(longest, way - since);
        }

        return Math.Max(longest, to - since);
    }

    private static double Loudest(YardEvidence of, YardHooked hooked, BuriedLine line, SitePoint clip) => YardEvidence.Along(line, 1)
        .Where(p => line.Run.At(p.AtMetres).DistanceTo(clip) <= LoudMetres).Select(p => YardEvidence.Over(of.Current(hooked, line, p.AtMetres).Magnitude, line, p.AtMetres)).DefaultIfEmpty(0).Max();

    private static bool IsPinpointed(IReadOnlyList<YardTaken> taken, BuriedLine line, SitePoint clip)
    {
        var near = taken.Select(t => t.Ask.Place).Distinct().Where(p => p.DistanceTo(clip) <= PinpointWithinMetres).Select(p => (Place: p, At: line.Run.Project(p))).Where(p => Math.Abs(p.At.OffsetMetres) <= PinpointMetres).ToList();
        return near.Any(n => near.Where(o => o.Place.DistanceTo(n.At.Foot) <= PinpointMetres).ToList() is var at && at.Count >= PinpointReadings && at.Any(o => o.At.OffsetMetres > 0) && at.Any(o => o.At.OffsetMetres < 0));
    }

    /// <summary>In the area the current of a line, seen by one who walks away from the clip, runs towards it.</summary>
    public static bool RunsBack(YardEvidence of, YardHooked hooked, BuriedLine line, SitePoint clip)
    {
        var (sum, loudest) = (0.0, 0.0);
        foreach (var (_, at) in YardEvidence.Along(line, 2))
        {
            var place = line.Run.At(at);
            if (YardRings.Outside(of.Site.Area, place) > ByBendMetres)
            {
                continue;
            }

            var current = of.Current(hooked, line, at);
            sum += current.Real * Math.Sign(line.Run.DirectionAt(at).Dot(place - clip));
            loudest = Math.Max(loudest, YardEvidence.Over(current.Magnitude, line, at));
        }

        return sum < 0 && of.IsReadable(loudest, hooked.Hertz);
    }

    private static IEnumerable<SitePoint> Bends(BuriedLine line) => Enumerable.Range(1, line.Run.Points.Count - 2)
        .Where(i => (line.Run.Points[i] - line.Run.Points[i - 1]).Azimuth.ApartFrom((line.Run.Points[i + 1] - line.Run.Points[i]).Azimuth) >= BendDegrees).Select(i => line.Run.Points[i]);

    private static double Away(SitePoint bend, SitePoint from, SitePoint to) => from == to ? bend.DistanceTo(from) : new Run([from, to]).Project(bend).Foot.DistanceTo(bend);

    /// <summary>Places of the area, a metre apart, where one can stand.</summary>
    public static IEnumerable<SitePoint> Ground(YardSite site)
    {
        var (west, east, south, north) = (site.Area.Min(p => p.East), site.Area.Max(p => p.East), site.Area.Min(p => p.North), site.Area.Max(p => p.North));
        for (var e = west; e <= east; e++)
        {
            for (var n = south; n <= north; n++)
            {
                if (new SitePoint(e, n) is var place && YardRings.Outside(site.Area, place) <= 0 && site.SurfaceAt(place) != YardSurfaceKind.Building)
                {
                    yield return place;
                }
            }
        }
    }
}
