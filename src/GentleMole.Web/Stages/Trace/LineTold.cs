using System.Globalization;
using GentleMole.Core.Identify;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>Which line a dot is on, in words: the sentence with what tells most, the explanations, and what each would have shown.</summary>
/// <param name="Dot">What was read.</param>
/// <param name="Sent">What the transmitter shows, mA.</param>
internal sealed record LineTold(DotIdentity Identity, IdentifyTask Task, int At, Reading Dot, double? Sent, KnownGround Known, Person Person)
{
    private const int MostTelling = 2;
    private const double Within95 = 1.96;
    private const double FarFromPlanBy = 2;

    public IdentifyWords Words { get; } = new(Known.NameOf, Person.Units);

    /// <summary>Those worth a bar.</summary>
    public IReadOnlyList<Hypothesis> Bars => [.. Identity.Hypotheses.Where(h => h.Probability >= 0.01).Take(4)];

    /// <summary>The likeliest explanation and what it has to be told from.</summary>
    public (Hypothesis Best, Hypothesis Other) Between => IdentifyWords.Between(Identity);

    /// <summary>"This is the electric cable, not the gas: 31 of 50 mA, running back."</summary>
    public string Sentence
    {
        get
        {
            var telling = string.Join(", ", Fragments());
            var said = Words.Sentence(Identity);
            return telling.Length == 0 ? said : said[..^1] + ": " + telling + ".";
        }
    }

    public UtilityKind? Paint(Hypothesis hypothesis) => hypothesis.Line is { } line ? Known.KindOf(line) : null;

    /// <summary>Other lines are drawn that it could be.</summary>
    public bool HasNeighbours => Task.Network.Lines.Count > 1;

    /// <summary>How far the dot lies from where plans have a line, and how well that is known.</summary>
    public string FromPlan(Hypothesis hypothesis)
    {
        var at = hypothesis.Line is { } id ? Task.Network.Lines.ToList().FindIndex(l => l.Id == id) : -1;
        if (at < 0)
        {
            return "on no plan";
        }

        return $"{Person.Length(Away(at))} off ({Person.PlusMinus(Within95 * Task.DoubtMetres[at])})";
    }

    private double Away(int line) => Task.Network.Lines[line].OnPlan().Project(Dot.Place).Foot.DistanceTo(Dot.Place);

    /// <summary>Where the wanted line's plan would have to be quite wrong, that tells before everything else.</summary>
    private string? FarFromPlan() => Between.Best.Kind == HypothesisKind.Line && Away(Task.TargetIndex) is var away && away > FarFromPlanBy * Within95 * Task.DoubtMetres[Task.TargetIndex]
        ? $"{Person.Length(away)} from the plan of {Known.NameOf(Task.Target)}" : null;

    private IEnumerable<string> Fragments()
    {
        var (best, other) = Between;
        var signs = Identity.Signs.Select(s => (s.Sign, Speaks: s.Speaks(best, other))).ToList();
        var said = signs.Where(s => s.Speaks >= IdentifyWords.Speaking).OrderByDescending(s => s.Speaks).Select(s => Fragment(s.Sign)).Prepend(FarFromPlan()).OfType<string>().Take(MostTelling).ToList();

        // What everybody looks at first is said where nothing tells more.
        return said.Count > 0 ? said : new[] { Fragment(IdentitySign.Current) }.OfType<string>();
    }

    private string? Fragment(IdentitySign sign) => sign switch
    {
        IdentitySign.Current when Dot.CurrentMilliamps is { } read => Sent is { } sent
            ? $"{read.ToString("0.#", CultureInfo.InvariantCulture)} of {FigureWords.Milliamps(sent)}" : FigureWords.Milliamps(read),
        IdentitySign.CurrentFromLast when Dot.CurrentMilliamps is { } read => $"{FigureWords.Milliamps(read)} after {FigureWords.Milliamps(Task.Dots[At - 1].CurrentMilliamps ?? 0)}",
        IdentitySign.Way => Dot.CurrentRunsAway switch { true => "running away from the transmitter", false => "running back", null => null },
        IdentitySign.Depth when Dot.DepthMetres is { } deep => $"{Person.Length(deep)} deep",
        IdentitySign.NullFromPeak when Dot.NullOffsetMetres is { } silent => $"the null {Person.Length(Math.Abs(silent))} {(silent < 0 ? "left" : "right")} of the peak",
        IdentitySign.Direction when Dot.DirectionDegrees is { } azimuth => $"running {azimuth.ToString("0", CultureInfo.InvariantCulture)}°",
        IdentitySign.Sideways when Dot.SidewaysPercent is { } sideways => $"{sideways.ToString("0", CultureInfo.InvariantCulture)} % left when turned sideways",
        IdentitySign.Lift => "the rise for the lift",
        IdentitySign.Current or IdentitySign.CurrentFromLast or IdentitySign.Level or IdentitySign.Depth or IdentitySign.NullFromPeak or IdentitySign.Direction or IdentitySign.Sideways => null,
    };

    /// <summary>Why nobody can say which line it is, and what would change that.</summary>
    public static string WhyNot(NoIdentity why) => why switch
    {
        NoIdentity.None => "",
        NoIdentity.NotDrawn => "Which line this is nobody can say yet: where it should run is not drawn. Drawn with its neighbours, every dot is held against all of them.",
        NoIdentity.NoMetal => "Which line this is nobody can say: by what is known of it, it has no metal that a signal could follow.",
        NoIdentity.NothingSent => "Which line this is nobody can say: a signal that is on lines already is on all of them. Connect, and read again.",
        NoIdentity.NoStake => "Which line this is nobody can say yet: the hookup does not say where the stake stands.",
        NoIdentity.NoHookup => "Which line this is nobody can say yet: the hookup, or its frequency, is not logged.",
        NoIdentity.NotOverIt => "Which line this is nobody can say: it was not read over the line. Step in and read it there before it is marked.",
        NoIdentity.CannotBeSolved => "Which line this is nobody can say: the ground as it is drawn cannot be solved.",
    };
}
