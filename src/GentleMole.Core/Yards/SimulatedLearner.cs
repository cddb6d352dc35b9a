using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;

namespace GentleMole.Core.Yards;

/// <summary>SIMULATED. Somebody who plays a yard by what may be seen alone: records, features, surfaces, and what instruments show. Without a flaw it is the careful walk that a round is held against.</summary>
/// <param name="round">A new one; it is played to its end.</param>
/// <param name="flaws">What is done badly.</param>
public sealed partial class SimulatedLearner(YardRound round, LearnerFlaw flaws = LearnerFlaw.None)
{
    private const double Ground = YardReadingAsk.OnGroundMetres;
    private const double Readable = 0.735;

    /// <summary>Parts of the lead at which the stake is tried.</summary>
    private static readonly double[] Reaches = [0.98, 0.8, 0.65];

    private readonly List<YardTrail> _trails = [];
    private readonly List<double> _apart = [];

    private YardSite Site => round.Site;

    private bool Has(LearnerFlaw flaw) => (flaws & flaw) != 0;

    private Run Record => new(Site.Records.First(r => r.Utility == Site.Utility && r.Owner == Site.Owner).Points);

    private IReadOnlyList<YardRecord> Others => [.. Site.Records.Where(r => r.Utility != Site.Utility || r.Owner != Site.Owner)];

    /// <summary>A site that somebody can walk by its record.</summary>
    public static bool CanPlay(YardSite site)
    {
        ArgumentNullException.ThrowIfNull(site);
        return site.Area.Count > 2 && site.Records.Any(r => r.Utility == site.Utility && r.Owner == site.Owner && SiteRules.IsRun(r.Points));
    }

    /// <summary>Plays it to the end, and is judged.</summary>
    /// <exception cref="InvalidOperationException">The site has no record of what is sought, see <see cref="CanPlay"/>.</exception>
    public YardScore Play()
    {
        if (!CanPlay(Site))
        {
            throw new InvalidOperationException("Nobody can walk a line of which there is no record.");
        }

        if (Has(LearnerFlaw.Record))
        {
            Mark(Site.Utility, [.. Record.Points.Select(p => new YardPoint(p, 0.8))]);
            Answer(Site.Utility, LineAnswer.Marked);
            return YardJudge.Of(round);
        }

        // The nearest box first; each of its wires, unless one is content with the first.
        var features = Site.Features.Where(f => f.Connections.Any(c => c.What != YardContact.Earth)).OrderBy(f => f.Utility == Site.Utility ? 0 : 1).ToList();
        foreach (var feature in Has(LearnerFlaw.OneHookup) || Has(LearnerFlaw.FirstWire) ? features.Take(1) : features)
        {
            foreach (var connection in feature.Connections.Where(c => c.What != YardContact.Earth).Take(Has(LearnerFlaw.FirstWire) ? 1 : 9))
            {
                Try(feature, connection);
            }
        }

        if (features.Count == 0)
        {
            Induce();
        }

        if (Best() is not { } best)
        {
            Answer(Site.Utility, LineAnswer.Escalated);
            return YardJudge.Of(round);
        }

        // What is marked is walked on the hookup that is trusted most.
        Hook(best.Hookup);
        Check(best);
        Second(best);
        Mark(Site.Utility, [.. best.Points]);
        var found = Has(LearnerFlaw.NoPassive) ? 0 : Passive(best);
        Answer(Site.Utility, !Has(LearnerFlaw.NeverUnsure) && IsDoubtful(best) ? LineAnswer.Escalated : LineAnswer.Marked);
        if (found > 0)
        {
            Answer(UtilityKind.Unknown, LineAnswer.Marked);
        }

        return YardJudge.Of(round);
    }

    private YardTrail? Best() => _trails.Where(t => t.Points.Count > 1).MaxBy(t => t.Worth);

    /// <summary>Lost inside the area, or two lines on record where one answers.</summary>
    private bool IsDoubtful(YardTrail trail)
    {
        var run = new Run(trail.Points.Select(p => p.Place));
        var end = trail.Points[^1].Place;
        var isShort = Inside(end) > 3;
        var isTwin = Others.Any(o => o.Utility == Site.Utility && new Run(o.Points) is var other
            && Enumerable.Range(0, 5).All(i => other.Project(Record.At(Record.Length * i / 4)).Foot.DistanceTo(Record.At(Record.Length * i / 4)) < 1.2));
        return isShort || isTwin || run.Length < 5;
    }

    /// <summary>How far a place lies inside the area; negative outside.</summary>
    private double Inside(SitePoint place) => (IsIn(place) ? 1 : -1) * new Run([.. Site.Area, Site.Area[0]]).Project(place).Foot.DistanceTo(place);

    private bool IsIn(SitePoint place) => YardRings.Holds(Site.Area, place);

    private void Try(YardFeature feature, YardConnection connection)
    {
        var methods = connection.Methods;
        var frequencies = Has(LearnerFlaw.HighestFrequency) ? round.Instrument.Transmitter.FrequenciesHertz.Reverse().ToList() : [.. round.Instrument.Transmitter.FrequenciesHertz];
        YardTrail? best = null;
        foreach (var hertz in methods.Contains(HookupMethod.Direct) ? frequencies : frequencies.SkipWhile(f => f < 8000))
        {
            foreach (var set in Has(LearnerFlaw.FullPower) ? [100.0] : methods.Contains(HookupMethod.Direct) ? [10, 50, 100] : (double[])[25, 100])
            {
                var hookup = methods.Contains(HookupMethod.Direct)
                    ? new YardHookup(HookupMethod.Direct, connection.Id, !Has(LearnerFlaw.NoTest), Stake(feature), null, hertz, set)
                    : new YardHookup(HookupMethod.Clamp, connection.Id, false, null, null, hertz, set);
                if (round.Hook(hookup) is not { IsGood: true, Value: var made })
                {
                    return;
                }

                if (made.Stopped is YardStop.Live or YardStop.NotTested && methods.Contains(HookupMethod.Clamp))
                {
                    hookup = new YardHookup(HookupMethod.Clamp, connection.Id, false, null, null, Math.Max(hertz, 8192), 100);
                    made = round.Hook(hookup).Value;
                }

                if (made.Stopped is not null)
                {
                    return;
                }

                if (made.Shown is { } shown && !Has(LearnerFlaw.DryStake) && (shown.LoopOhms > 7000 || shown.Amperes < 0.004))
                {
                    break;
                }

                if (Walk(feature.Place, hookup) is { } trail)
                {
                    best = best is null || trail.Worth > best.Worth ? trail : best;
                }

                if (best is { IsWhole: true })
                {
                    break;
                }
            }

            if (best is { IsWhole: true } || Has(LearnerFlaw.HighestFrequency | LearnerFlaw.DryStake))
            {
                break;
            }
        }

        if (best is not null)
        {
            _trails.Add(best);
        }
    }

    private void Induce()
    {
        foreach (var part in new[] { 0.3, 0.7 })
        {
            var at = Record.Length * part;
            var box = new YardBox(Record.At(at), Azimuth.Of(Record.DirectionAt(at).Right.Azimuth.Degrees));
            var hookup = new YardHookup(HookupMethod.Induction, null, false, null, box, 32768, 100);
            if (round.Hook(hookup).IsGood && Walk(box.Place, hookup) is { } trail)
            {
                _trails.Add(trail);
            }
        }
    }

    /// <summary>Null where the lead reaches no soil.</summary>
    private YardStake? Stake(YardFeature feature)
    {
        var reach = round.Instrument.Transmitter.LeadMetres;
        var way = Record.DirectionAt(Record.Project(feature.Place).ChainageMetres).Azimuth;
        double Clear(SitePoint place) => Others.Select(o => new Run(o.Points).Project(place).Foot.DistanceTo(place)).DefaultIfEmpty(20).Min();
        bool Crosses(SitePoint place) => Others.Any(o => new Run(o.Points).CrossingsWith(new Run([feature.Place, place])).Count > 0);
        var places = Enumerable.Range(0, 72).SelectMany(k => Reaches.Select(r => feature.Place + (Azimuth.Of(k * 5).Direction * (reach * r))))
            .Where(p => Site.SurfaceAt(p) == YardSurfaceKind.Soil).ToList();
        var isDry = Has(LearnerFlaw.DryStake);
        if (Has(LearnerFlaw.BadStake))
        {
            var near = Enumerable.Range(0, 72).SelectMany(k => Enumerable.Range(2, 9).Select(r => feature.Place + (Azimuth.Of(k * 5).Direction * r))).Where(p => Site.SurfaceAt(p) == YardSurfaceKind.Soil);
            return new YardStake(near.MinBy(p => Math.Abs(Clear(p) - 1.2)), 1, !isDry);
        }

        if (places.Count == 0)
        {
            return null;
        }

        var best = places.Where(p => (p - feature.Place).Azimuth.ApartAsLines(way) >= 65).DefaultIfEmpty(places[0]).MaxBy(p => Math.Min(Clear(p), 8) - (Crosses(p) ? 10 : 0) + (0.1 * p.DistanceTo(feature.Place)));
        return new YardStake(best, isDry ? 0.5 : 1, !isDry);
    }

    private YardShown Show(SitePoint place, Azimuth heading, double height = Ground) =>
        round.Read([new YardReadingAsk(place, height, heading)]) is { IsGood: true } read ? read.Value[0] : new YardShown(0, 0, YardSide.None, null, null, null, null, 0, false);

    /// <summary>All round, then along what is believed.</summary>
    private YardTrail? Walk(SitePoint from, YardHookup hookup)
    {
        var isFar = hookup.Method == HookupMethod.Induction;
        var radius = isFar ? 14.0 : 6.0;
        var silent = new YardShown(0, 0, YardSide.None, null, null, null, null, 0, false);
        var toward = (Record.At(Record.Project(from).ChainageMetres < Record.Length / 2 ? Record.Length : 0) - from).Azimuth;
        var ring = Enumerable.Range(0, 45).Select(k => (Way: Azimuth.Of(k * 8), Shown: Has(LearnerFlaw.NoSweep) && Azimuth.Of(k * 8).ApartFrom(toward) > 30 ? silent : Show(from + (Azimuth.Of(k * 8).Direction * radius), Azimuth.Of(k * 8)))).ToList();
        var tops = Enumerable.Range(0, 45).Where(k => ring[k].Shown.Steadiness > Readable && ring[k].Shown.PeakNanotesla >= ring[(k + 1) % 45].Shown.PeakNanotesla && ring[k].Shown.PeakNanotesla > ring[(k + 44) % 45].Shown.PeakNanotesla).ToList();
        if (Has(LearnerFlaw.Loudest) && tops.Count > 0)
        {
            tops = [tops.MaxBy(k => ring[k].Shown.PeakNanotesla * Math.Max(0.02, Math.Cos(Math.Min(ring[k].Way.ApartFrom(toward), 89) * Math.PI / 180)))];
        }

        var found = new List<(SitePoint Place, Azimuth Way, YardShown Shown)>();
        foreach (var top in tops)
        {
            var way = ring[top].Way;
            if (Pinpoint(from + (way.Direction * radius), way, isQuick: false) is { } at && found.All(f => f.Place.DistanceTo(at.Place) > 0.8))
            {
                found.Add((at.Place, way, at.Shown));
            }
        }

        if (found.Count == 0)
        {
            return null;
        }

        double Likely((SitePoint Place, Azimuth Way, YardShown Shown) f) =>
            (f.Shown.RunsAhead == false && !Has(LearnerFlaw.NoDirection) && !Has(LearnerFlaw.Loudest) ? 0.05 : 1)
            * (Has(LearnerFlaw.Loudest) ? f.Shown.PeakNanotesla : f.Shown.CurrentMilliamps ?? 0.01) * Math.Max(0.02, Math.Pow(Math.Cos(Math.Min(f.Way.ApartFrom(toward), 89) * Math.PI / 180), 1));
        var start = found.MaxBy(Likely);
        _apart.Clear();
        var points = Follow(start.Place, start.Way, out var isWhole);
        if (isFar)
        {
            // The other way too, beyond where the box is heard.
            var back = found.Where(f => f.Way.ApartFrom(start.Way) > 120).ToList();
            if (back.Count > 0)
            {
                var before = Follow(back.MaxBy(Likely).Place, back.MaxBy(Likely).Way, out var isBack);
                points = [.. Enumerable.Reverse(before), .. points];
                isWhole &= isBack;
            }
        }

        var share = Share(hookup, start.Shown);
        return new YardTrail(hookup, points, isWhole, share, _apart.Count > 0 && _apart.Count(a => a > 0.2) * 2 > _apart.Count, share * (isWhole ? 1 : 0.4) * Math.Max(0.02, Math.Cos(Math.Min(start.Way.ApartFrom(toward), 89) * Math.PI / 180)) * (start.Shown.RunsAhead == false ? 0.1 : 1));
    }

    private double Share(YardHookup hookup, YardShown shown) => hookup.Method == HookupMethod.Direct && round.Hookups[^1].Shown?.Amperes is > 0 and var sent ? Math.Min(1, (shown.CurrentMilliamps ?? 0) / 1000 / sent) : 0.5;

    /// <summary>Across the line: where it is strongest, with the readings that say so.</summary>
    private (SitePoint Place, YardShown Shown)? Pinpoint(SitePoint about, Azimuth way, bool isQuick)
    {
        var right = way.Direction.Right;
        for (var shift = 0; shift < 4; shift++)
        {
            var step = isQuick ? 0.4 : 0.15;
            var n = isQuick ? 3 : 8;
            var row = Enumerable.Range(-n, (2 * n) + 1).Select(k => (Off: k * step, Shown: Show(about + (right * (k * step)), way))).ToList();
            var top = Enumerable.Range(0, row.Count).MaxBy(k => row[k].Shown.PeakNanotesla);
            if (row[top].Shown.Steadiness < 0.5)
            {
                return null;
            }

            if (top == 0 || top == row.Count - 1)
            {
                about += right * row[top].Off;
                continue;
            }

            var (a, b, c) = (row[top - 1].Shown.PeakNanotesla, row[top].Shown.PeakNanotesla, row[top + 1].Shown.PeakNanotesla);
            var off = row[top].Off + (a - (2 * b) + c is var bend && bend < 0 ? 0.5 * step * (a - c) / bend : 0);
            if (isQuick)
            {
                return (about + (right * row[top].Off), row[top].Shown);
            }

            // The null is sharper than the peak: where the side turns, if the two agree.
            var turns = Enumerable.Range(1, row.Count - 1).Where(k => row[k - 1].Shown.Side == YardSide.Right && row[k].Shown.Side is YardSide.Left or YardSide.None).Select(k => row[k].Off - (step * row[k].Shown.NullNanotesla / Math.Max(1e-9, row[k].Shown.NullNanotesla + row[k - 1].Shown.NullNanotesla))).ToList();
            _apart.Add(turns.Count == 0 ? 1 : turns.Min(t => Math.Abs(t - off)));
            var place = about + (right * (turns.Count > 0 && turns.MinBy(t => Math.Abs(t - off)) is var turn && Math.Abs(turn - off) < 0.2 ? (turn + off) / 2 : off));
            return (place, Show(place, way));
        }

        return null;
    }

    private List<YardPoint> Follow(SitePoint place, Azimuth way, out bool isWhole)
    {
        var (points, first, last, seenIn) = (new List<YardPoint>(), 0.0, 0.0, false);
        var pace = Has(LearnerFlaw.LongSteps) ? 4.0 : 1.5;
        var searches = 0;
        var currents = new List<double>();
        isWhole = false;
        for (var step = 0; step < 90; step++)
        {
            var at = Pinpoint(place, way, Has(LearnerFlaw.NoNull));
            var isFaded = at is not null && first > 0 && (Has(LearnerFlaw.StopsAtFade) ? at.Value.Shown.PeakNanotesla < 0.5 * first : false);
            var isLost = at is null || isFaded || (points.Count > 0 && at.Value.Place.DistanceTo(points[^1].Place) is var gone && (gone < 0.3 * pace || gone > 2.2 * pace))
                || (at.Value.Shown.CurrentMilliamps is null && !at.Value.Shown.IsPegged && at.Value.Shown.PeakNanotesla < 0.5 * last);
            if (isLost)
            {
                if (Has(LearnerFlaw.LongSteps) || isFaded || points.Count == 0 || searches++ > 8)
                {
                    return points;
                }

                // Lost: all round the last good place, but for the way back.
                var centre = points[^1].Place;
                var look = Enumerable.Range(0, 24).Select(k => Azimuth.Of(k * 15)).Where(w => points.Count < 2 || w.ApartFrom((points[^2].Place - centre).Azimuth) > 45)
                    .Select(w => (Way: w, Shown: Show(centre + (w.Direction * 1.5), w))).Where(l => l.Shown.Steadiness > Readable).ToList();
                if (look.Count == 0 || look.Max(l => l.Shown.PeakNanotesla) < 0.35 * last)
                {
                    return points;
                }

                way = look.MaxBy(l => l.Shown.PeakNanotesla).Way;
                place = centre + (way.Direction * 1.0);
                pace = 1.0;
                continue;
            }

            searches = 0;
            var (here, shown) = at!.Value;

            // Back on one's own way, or a current that is gone at once: here it ends.
            currents.Add(shown.CurrentMilliamps ?? (shown.IsPegged ? currents.LastOrDefault() : 0));
            var usual = currents.SkipLast(1).TakeLast(5).Order().ToList();
            if (points.SkipLast(3).Any(p => p.Place.DistanceTo(here) < 1.2) || (usual.Count > 2 && !Has(LearnerFlaw.NoNull) && currents[^1] < 0.5 * usual[usual.Count / 2]))
            {
                return points;
            }

            var depth = Has(LearnerFlaw.NoNull) ? shown.DepthMetres : Depth(here, way);
            points.Add(new YardPoint(here, depth is { } deep && YardPoint.Depths.Hold(Math.Round(deep, 2)) ? Math.Round(deep, 2) : points.Count > 0 ? points[^1].DepthMetres : null));
            first = first == 0 ? shown.PeakNanotesla : first;
            last = last == 0 ? shown.PeakNanotesla : (0.5 * last) + (0.5 * shown.PeakNanotesla);
            seenIn |= IsIn(here);
            if (seenIn && !IsIn(here))
            {
                isWhole = true;
                return points;
            }

            if (points.Count > 1)
            {
                var leg = (points[^1].Place - points[^2].Place).Azimuth;
                var turn = leg.ApartFrom(way);
                way = leg;
                pace = Has(LearnerFlaw.LongSteps) ? 4 : turn > 12 ? 1 : Math.Min(1.5, pace + 0.25);
            }

            place = here + (way.Direction * pace);
        }

        return points;
    }

    /// <summary>Depth, out of several readings over the line.</summary>
    private double? Depth(SitePoint here, Azimuth way)
    {
        var depths = Enumerable.Range(-4, 9).Select(k => Show(here + (way.Direction * (k * 0.06)), way).DepthMetres).OfType<double>().Order().ToList();
        return depths.Count == 0 ? null : depths[depths.Count / 2];
    }

    private void Hook(YardHookup hookup) => Done(round.Hook(hookup).Errors);

    private void Mark(UtilityKind utility, IReadOnlyList<YardPoint> points) => Done(round.Mark(utility, points));

    private void Answer(UtilityKind utility, LineAnswer answer) => Done(round.Answer(new YardAnswer(utility, answer, "as it was seen")));

    private static void Done(IReadOnlyList<FieldError> errors)
    {
        if (errors.Count > 0)
        {
            throw new InvalidOperationException($"{errors[0].Field}: {errors[0].Sentence}");
        }
    }
}
