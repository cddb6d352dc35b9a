namespace GentleMole.Core.Radar;

/// <summary>
/// Finds the responses of pipes and cables in one profile: summed up along their curves, followed from trace to trace, fitted, and
/// held against each other. What repeats below another (the bottom of a pipe, what goes to and fro in its water) is not claimed again;
/// nor is what is small against the strongest (stones), stays level (layers) or has no curve of this ground.
/// </summary>
public static class TargetSearch
{
    private const double LeastVelocity = 0.052;
    private const double MostVelocity = 0.18;
    private const double VelocityStep = 1.06;
    private const int MostTraces = 31;
    private const int MostPeaks = 24;
    private const int FitRounds = 3;
    private const int FewestPicks = 9;
    private const double DirectPeriods = 1.3;
    private const double LeastSemblance = 0.45;
    private const double LeastShare = 0.1;
    private const double SameAlong = 0.25;
    private const double SamePeriods = 1.2;
    private const double LeastLikeness = 0.72;
    private const double SiteSpread = 0.03;
    private const double OddVelocity = 0.14;
    private const double NinetyFive = 1.96;
    private const double TimeSigma = 0.15;

    /// <summary>Searches a profile; a long one stretch by stretch, each with what lies beside it.</summary>
    /// <param name="velocity">Of the ground, metres per nanosecond; null to take it from the profile itself.</param>
    public static RadarFinding Of(RadarProfile profile, double? velocity = null, CancellationToken cancellation = default)
    {
        var direct = DirectWave.Of(profile);
        var responses = new List<Response>();
        foreach (var (first, count, from, to) in Stretches(profile))
        {
            cancellation.ThrowIfCancellationRequested();
            var part = from == 0 && to == profile.Traces ? profile : profile.Part(from, to - from);
            responses.AddRange(Stretch(part, direct, velocity).Where(r => NearestTo(r.Fit.Curve.AlongMetres, profile.AlongMetres, from, to) is var at && at >= first && at < first + count));
        }

        var given = velocity is { } known ? Estimate.Symmetric(known, 0) : (Estimate?)null;
        if (responses.Count == 0)
        {
            return new RadarFinding(direct, given, []);
        }

        var site = given ?? Site(responses);
        var separation = profile.SeparationMetres ?? 0;
        var kept = responses.Select(r => Settled(r, site.Value, velocity is not null, separation)).OfType<Response>().Select(r => (Response: r, Odds: Odds(r, profile))).OrderBy(k => k.Response.Fit.Curve.AlongMetres).ToList();
        return new RadarFinding(direct, site, [.. kept.Where(k => k.Odds > 0).Select(k => Told(k.Response, k.Odds, site.Value, profile, direct))])
        {
            Doubtful = [.. kept.Where(k => k.Odds is <= 0 and > DoubtfulOdds).Select(k => Told(k.Response, k.Odds, site.Value, profile, direct))],
        };
    }

    /// <summary>Traces that are searched together: of a long profile some hundreds, and those to both sides whose echoes reach in.</summary>
    private static IEnumerable<(int First, int Count, int From, int To)> Stretches(RadarProfile profile)
    {
        if (profile.Traces <= MostTogether)
        {
            yield return (0, profile.Traces, 0, profile.Traces);
            yield break;
        }

        var beside = Math.Clamp((int)(BesideMetres / Math.Max(profile.SpacingMetres, 1e-3)), 1, MostTogether / 4);
        var each = MostTogether - (2 * beside);
        for (var first = 0; first < profile.Traces; first += each)
        {
            yield return (first, each, Math.Max(0, first - beside), Math.Min(profile.Traces, first + each + beside));
        }
    }

    private const int MostTogether = 600;
    private const double BesideMetres = 3;
    private const double DoubtfulOdds = -4;

    private static int NearestTo(double along, double[] places, int from, int to)
    {
        var nearest = from;
        for (var i = from; i < to; i++)
        {
            nearest = Math.Abs(places[i] - along) < Math.Abs(places[nearest] - along) ? i : nearest;
        }

        return nearest;
    }

    /// <summary>Responses of one stretch, all its traces together.</summary>
    private static List<Response> Stretch(RadarProfile profile, DirectWave direct, double? velocity)
    {
        if (profile.Traces < FewestPicks)
        {
            return [];
        }

        var clean = RadarCleaning.Of(profile, direct);
        var stack = new DiffractionStack(profile, direct, clean);
        for (var v = velocity * 0.94 ?? LeastVelocity; v < (velocity * 1.07 ?? MostVelocity); v *= VelocityStep)
        {
            stack.Add(v, 1, MostTraces);
        }

        var responses = Tops([.. Peaks(profile, direct, stack).Select(p => Follow(profile, direct, clean, p, velocity)).OfType<Response>()], direct);
        var strongest = responses.Count == 0 ? 1 : responses.Max(r => r.Share);
        return responses.ConvertAll(r => r with { Share = r.Share / strongest });
    }

    /// <summary>
    /// A response fitted again with what the site's velocity is; one whose own curve is far wider is a pipe crossed aslant, which looks like a
    /// quicker ground by 1/sin of the angle, and keeps its curve. Null for a curve that this ground does not make.
    /// </summary>
    private static Response? Settled(Response response, double site, bool isGiven, double separation)
    {
        var quicker = Math.Log(response.Own / site);
        if (!isGiven && quicker is >= OddVelocity and < MostAslant)
        {
            return response with { Sine = site / response.Own };
        }

        return (isGiven || Math.Abs(quicker) < OddVelocity) && EchoFit.Of(response.Track.Picks, separation, response.Fit.Curve, (Math.Log(site), isGiven ? 0.002 : SiteSpread)) is { } again
            ? response with { Fit = again }
            : null;
    }

    /// <summary>Logarithm of 1/sin of the flattest angle at which a pipe still makes a curve that is taken for one: some 45°.</summary>
    private const double MostAslant = 0.35;

    /// <summary>One response, followed and fitted.</summary>
    /// <param name="Own">Velocity by its own curve.</param>
    /// <param name="Share">Of the strongest response, ways allowed for.</param>
    private sealed record Response(EchoTrack Track, EchoFit.Found Fit, double Own, double Semblance, double Share)
    {
        /// <summary>Sine of the angle at which it is crossed, as far as its curve tells it against the site's velocity.</summary>
        public double Sine { get; init; } = 1;

        public double Time => Fit.Curve.TimeAt(Fit.Curve.AlongMetres, 0);
    }

    /// <summary>
    /// The responses that are tops. What lies right under one is its own bottom, or what goes to and fro in its water (often stronger than
    /// the top); what lies within a pulse of one is a lobe of the same; what is far weaker above one is no top of it.
    /// </summary>
    private static List<Response> Tops(List<Response> all, DirectWave direct)
    {
        var pulse = SamePeriods * 1e9 / direct.Hertz;
        var tops = new List<Response>();
        foreach (var response in all.OrderBy(r => r.Time))
        {
            double Aside(Response other) => Math.Abs(other.Fit.Curve.AlongMetres - response.Fit.Curve.AlongMetres);
            if (tops.Exists(t => response.Time - t.Time < pulse ? Aside(t) < SameAlong && t.Share >= response.Share / 3 : Aside(t) < Under && t.Share >= WeakAbove * response.Share && MayRepeat(t, response)))
            {
                continue;
            }

            tops.RemoveAll(t => response.Time - t.Time < pulse && Aside(t) < SameAlong);
            tops.Add(response);
        }

        return tops;
    }

    /// <summary>The bottom of what is empty follows its top at once; only water is slow, and sends to and fro. What has the curve of its own depth is no repeat.</summary>
    private static bool MayRepeat(Response top, Response below) => (!top.Track.IsNormal || below.Time - top.Time < EmptyNanoseconds) && !IsOfItsOwnDepth(top, below);

    /// <summary>
    /// A repeat is the top's own curve, only later: taken for one of its own depth it is bent too much, as if the ground were slower by
    /// the square root of both times. A second pipe right under the first is bent as both times say. Where those two are too much alike
    /// it is not told.
    /// </summary>
    private static bool IsOfItsOwnDepth(Response top, Response below)
    {
        var delayed = 0.5 * Math.Log(top.Time / below.Time);
        return delayed < -LeastBend && Math.Log(below.Own / top.Own) > delayed / 2;
    }

    private const double LeastBend = 0.1;

    /// <summary>There and back through air in the widest pipe that still looks like one.</summary>
    private const double EmptyNanoseconds = 6;

    /// <summary>How far aside what belongs to one body may seem to lie, metres.</summary>
    private const double Under = 0.1;
    private const double WeakAbove = 0.15;

    private static List<(Hyperbola Curve, double Semblance, double Share)> Peaks(RadarProfile profile, DirectWave direct, DiffractionStack stack)
    {
        var period = 1e9 / direct.Hertz;
        var first = (int)Math.Ceiling((direct.PeakNanoseconds + (DirectPeriods * period) - stack.First) / stack.Step);
        var apart = (int)(SamePeriods * period / stack.Step);
        var strengths = new List<(double Strength, int Place, int Time)>();
        for (var place = 0; place < stack.Places; place++)
        {
            for (var k = Math.Max(1, first); k < stack.Times - 1; k++)
            {
                var cell = (place * stack.Times) + k;
                if (stack.Semblance[cell] < LeastSemblance || stack.Score[cell] < stack.Score[cell - 1] || stack.Score[cell] < stack.Score[cell + 1]
                    || (place > 0 && stack.Score[cell] < stack.Score[cell - stack.Times]) || (place < stack.Places - 1 && stack.Score[cell] < stack.Score[cell + stack.Times]))
                {
                    continue;
                }

                // An echo is weaker by the way that it went.
                strengths.Add((stack.Score[cell] * k * stack.Step, place, k));
            }
        }

        var kept = new List<(double Strength, int Place, int Time)>();
        foreach (var peak in strengths.OrderByDescending(s => s.Strength))
        {
            if (kept.Count >= MostPeaks || peak.Strength < LeastShare * kept.Select(k => k.Strength).DefaultIfEmpty(0).First())
            {
                break;
            }

            if (!kept.Exists(k => Math.Abs(profile.AlongMetres[k.Place] - profile.AlongMetres[peak.Place]) < SameAlong && Math.Abs(k.Time - peak.Time) < apart))
            {
                kept.Add(peak);
            }
        }

        return kept.ConvertAll(k =>
        {
            var cell = (k.Place * stack.Times) + k.Time;
            var cover = Hyperbola.CoverOf(k.Time * stack.Step, 0.05, stack.Velocity[cell], profile.SeparationMetres ?? 0);
            return (new Hyperbola(profile.AlongMetres[k.Place], Math.Max(cover, 0.03), 0.05, stack.Velocity[cell]), (double)stack.Semblance[cell], k.Strength / kept[0].Strength);
        });
    }

    private static Response? Follow(RadarProfile profile, DirectWave direct, float[] clean, (Hyperbola Curve, double Semblance, double Share) peak, double? velocity)
    {
        var separation = profile.SeparationMetres ?? 0;
        var curve = peak.Curve;
        EchoTrack? track = null;
        EchoFit.Found? found = null;
        for (var round = 0; round < FitRounds; round++)
        {
            track = EchoTrack.Of(profile, direct, clean, curve);
            found = EchoFit.Of(track.Picks, separation, curve, velocity is { } v ? (Math.Log(v), 0.01) : null);
            if (found is not { } fit || Math.Abs(fit.Curve.AlongMetres - peak.Curve.AlongMetres) > SameAlong)
            {
                return null;
            }

            curve = fit.Curve;
        }

        return track!.Picks.Count < FewestPicks || track.Likeness < LeastLikeness ? null : new Response(track, found!.Value, curve.Velocity, peak.Semblance, track.Strength * curve.TimeAt(curve.AlongMetres, separation));
    }

    /// <summary>
    /// The site's velocity: the middle of what the responses say, each by how strong and how sure it is. A pipe crossed aslant looks quicker
    /// and nothing looks slower: where enough of them are slower than the middle, the middle was of pipes aslant.
    /// </summary>
    private static Estimate Site(List<Response> responses)
    {
        var told = responses.ConvertAll(r => (r.Own, Weight: Math.Sqrt(r.Share) * r.Semblance / (0.01 + r.Fit.VelocityPart))).OrderBy(t => t.Own).ToList();
        var middle = Middle(told);
        for (var slower = told.FindAll(t => Math.Log(t.Own / middle) < -OddVelocity); slower.Count > 0; slower = told.FindAll(t => Math.Log(t.Own / middle) < -OddVelocity))
        {
            if (slower.Sum(t => t.Weight) < EnoughSlower * told.Where(t => Math.Abs(Math.Log(t.Own / middle)) < OddVelocity).Sum(t => t.Weight))
            {
                break;
            }

            middle = Middle(slower);
        }

        var near = told.Where(t => Math.Abs(Math.Log(t.Own / middle)) < OddVelocity).ToList();
        var spread = near.Count < 2 ? SiteSpread : Math.Sqrt(near.Sum(t => t.Weight * Math.Pow(Math.Log(t.Own / middle), 2)) / near.Sum(t => t.Weight));
        var mean = Math.Exp(near.Sum(t => t.Weight * Math.Log(t.Own)) / near.Sum(t => t.Weight));
        return Estimate.Symmetric(mean, mean * NinetyFive * Math.Max(spread, 0.01) / Math.Sqrt(Math.Max(1, near.Count)));
    }

    private const double EnoughSlower = 0.3;

    /// <summary>Weighted median.</summary>
    private static double Middle(List<(double Own, double Weight)> sorted)
    {
        double half = sorted.Sum(t => t.Weight) / 2, sum = 0;
        foreach (var (own, weight) in sorted)
        {
            sum += weight;
            if (sum >= half)
            {
                return own;
            }
        }

        return sorted[^1].Own;
    }

    /// <summary>
    /// Logarithm of the odds of a pipe or cable against clutter, set on full-wave profiles: strong for its way, followed far out, and of one pulse
    /// all along. Stones are a tenth to a quarter as strong as pipes.
    /// </summary>
    private static double Odds(Response response, RadarProfile profile) =>
        (4 * Math.Log(response.Share / 0.2)) + (3 * ((response.Track.Picks.Count * profile.SpacingMetres) - 2)) + (12 * (response.Track.Likeness - 0.87));

    private static RadarTarget Told(Response response, double odds, double site, RadarProfile profile, DirectWave direct)
    {
        var (curve, fit, separation) = (response.Fit.Curve, response.Fit, profile.SeparationMetres ?? 0);
        var apex = curve.TimeAt(curve.AlongMetres, separation);
        if (response.Sine < 1)
        {
            curve = new Hyperbola(curve.AlongMetres, Hyperbola.CoverOf(apex, UsualRadius, site, separation), UsualRadius, site, response.Sine);
        }

        var along = NinetyFive * (fit.Sigma * curve.Velocity);
        var part = response.Sine < 1 ? Math.Max(fit.CoverPart, SiteSpread) : fit.CoverPart;
        var cover = curve.CoverMetres * NinetyFive * Math.Sqrt((part * part) + Math.Pow(fit.VelocityPart, 2) + Math.Pow(TimeSigma / apex, 2));
        return new RadarTarget(
            Estimate.Symmetric(curve.AlongMetres, along), direct.TimeZeroNanoseconds + apex, Estimate.Symmetric(curve.CoverMetres, cover).Within(0, double.PositiveInfinity),
            Estimate.Symmetric(curve.Velocity, curve.Velocity * NinetyFive * Math.Max(fit.VelocityPart, 0.01)), curve.RadiusMetres, response.Track.IsNormal, 1 / (1 + Math.Exp(-odds)), response.Share)
        {
            CrossingDegrees = (curve with { Sine = response.Sine }).CrossingDegrees,
        };
    }

    private const double UsualRadius = 0.05;
}
