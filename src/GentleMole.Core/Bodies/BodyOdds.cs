namespace GentleMole.Core.Bodies;

/// <summary>
/// How likely each kind is by what was tested: products of independent likelihoods over a stated table of how such bodies are (sizes of the trade, reflection by Daniels,
/// Ground Penetrating Radar, 2nd ed.; ours where nothing is written). It asks no more than what a person at the screen asks.
/// </summary>
internal static class BodyOdds
{
    /// <summary>A kind as it is thought of; lengths by their logarithm.</summary>
    /// <param name="Normal">Chance that its top has the sign of the direct wave.</param>
    /// <param name="Bottom">Chance that a bottom answers.</param>
    /// <param name="Dug">Chance that a layer above is missing.</param>
    private sealed record Thought(BodyKind Kind, double Prior, Spread Length, Spread Width, Spread Cover, double Normal, Spread Size, double Bottom, Spread Later, double Dug);

    private readonly record struct Spread(double Middle, double Log)
    {
        public double LogLikelihood(double value)
        {
            var off = Math.Log(Math.Max(value, 1e-6) / Middle) / Log;
            return (-off * off / 2) - Math.Log(Log);
        }
    }

    private static readonly Thought[] Table =
    [
        new(BodyKind.Hollow, 1, new(1.4, 0.5), new(0.9, 0.45), new(0.8, 0.5), 0.98, new(0.2, 0.55), 0.85, new(3.4, 0.5), 0.15),
        new(BodyKind.Metal, 1, new(2.6, 0.5), new(0.9, 0.5), new(0.75, 0.5), 0.02, new(0.5, 0.6), 0.08, new(5, 1), 0.5),
        new(BodyKind.Water, 0.5, new(2, 0.5), new(1.3, 0.5), new(0.8, 0.5), 0.02, new(0.22, 0.6), 0.85, new(38, 0.5), 0.3),
        new(BodyKind.Slab, 1, new(1.9, 0.5), new(1.4, 0.5), new(0.35, 0.45), 0.6, new(0.05, 0.7), 0.6, new(2.6, 0.4), 0.1),
        new(BodyKind.Grave, 1, new(1.95, 0.18), new(0.65, 0.25), new(1.25, 0.35), 0.65, new(0.06, 0.8), 0.5, new(4, 0.6), 0.85),
        new(BodyKind.Unknown, 0.3, new(1.3, 1.2), new(0.8, 1), new(0.8, 1), 0.5, new(0.1, 1.6), 0.3, new(8, 1.6), 0.3),
    ];

    /// <summary>With nothing but missing layers: a pit of any shape, or a grave in which nothing is left.</summary>
    private static readonly Thought[] OnlyDug =
    [
        new(BodyKind.Dug, 1, new(2.2, 0.8), new(0.9, 0.6), default, 0, default, 0, default, 0),
        new(BodyKind.Grave, 0.6, new(1.95, 0.18), new(0.7, 0.25), default, 0, default, 0, default, 0),
        new(BodyKind.Unknown, 0.15, new(1.3, 1.2), new(0.8, 1), default, 0, default, 0, default, 0),
    ];

    /// <summary>By how much each further body of the same shape and direction speaks for graves.</summary>
    private const double EachAlike = 0.8;

    private const int MostAlike = 4;
    private const double Across = 2;
    private const double GravesHere = 3;
    private const double GravesElsewhere = 0.4;

    /// <summary>Sizes are not known better than this, as logarithms, however sure their estimates are.</summary>
    private const double LeastDoubt = 0.05;

    public static IReadOnlyList<(BodyKind Kind, double Probability)> Of(Estimate length, Estimate width, Estimate cover, BodyFacts facts, bool isGraveyard)
    {
        var told = (facts.IsTopSeen ? Table : OnlyDug).Select(k => (k.Kind, Odds: Odds(k, length, width, cover, facts) + (k.Kind == BodyKind.Grave ? Math.Log(isGraveyard ? GravesHere : GravesElsewhere) : 0))).ToList();
        var most = told.Max(t => t.Odds);
        var sum = told.Sum(t => Math.Exp(t.Odds - most));
        return [.. told.Select(t => (t.Kind, Math.Exp(t.Odds - most) / sum)).OrderByDescending(t => t.Item2)];
    }

    private static double Odds(Thought kind, Estimate length, Estimate width, Estimate cover, BodyFacts facts)
    {
        var odds = Math.Log(kind.Prior) + Side(kind.Length, length) + Side(kind.Width, width);
        odds += kind.Kind == BodyKind.Grave ? (EachAlike * Math.Min(facts.Alike, MostAlike)) - (facts.IsAcrossPattern ? Across : 0) : 0;
        if (!facts.IsTopSeen)
        {
            return odds;
        }

        odds += Side(kind.Cover, cover) + Math.Log(facts.IsNormal ? kind.Normal : 1 - kind.Normal) + kind.Size.LogLikelihood(facts.Size);
        odds += facts.BottomNanoseconds is { } later ? Math.Log(kind.Bottom) + kind.Later.LogLikelihood(later) : Math.Log(1 - kind.Bottom);
        return facts.IsDug is { } dug ? odds + Math.Log(dug ? kind.Dug : 1 - kind.Dug) : odds;
    }

    /// <summary>A length that is itself in doubt is held against a wider table.</summary>
    private static double Side(Spread thought, Estimate told)
    {
        var doubt = Math.Max(LeastDoubt, told.HalfWidth / 1.96 / Math.Max(told.Value, 0.1));
        return new Spread(thought.Middle, Math.Sqrt((thought.Log * thought.Log) + (doubt * doubt))).LogLikelihood(told.Value);
    }
}
