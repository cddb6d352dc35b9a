using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Identify;
using GentleMole.Core.Measures;

namespace GentleMole.Web.Words;

/// <summary>Which line it is, in the words of the trade.</summary>
/// <param name="Name">What a line is called, with its article: "the gas".</param>
internal sealed record IdentifyWords(Func<string, string> Name, UnitSystem Units = UnitSystem.Metres)
{
    /// <summary>Logarithm of the odds from which a sign is worth a sentence.</summary>
    public const double Speaking = 1;

    private const int MostSigns = 4;

    /// <summary>From here it is said that nothing explains what was read.</summary>
    private const double Strange = 0.2;
    private const double Hopeless = 0.7;

    public static string Kind(HypothesisKind kind) => kind switch
    {
        HypothesisKind.Target => "target",
        HypothesisKind.Line => "line",
        HypothesisKind.Unknown => "unknown",
        HypothesisKind.Disturbed => "disturbed",
        HypothesisKind.Hookup => "hookup",
    };

    public static string Next(NextKind kind) => kind switch
    {
        NextKind.CurrentOnOtherResponse => "current-on-other-response",
        NextKind.SecondDotAlong => "second-dot-along",
        NextKind.LowerFrequency => "lower-frequency",
        NextKind.MoveStake => "move-stake",
        NextKind.SecondHookupFarEnd => "second-hookup-far-end",
        NextKind.Lift => "lift",
        NextKind.TurnSideways => "turn-sideways",
        NextKind.RowAcross => "row-across",
        NextKind.SweepWider => "sweep-wider",
    };

    /// <summary>An explanation as it is stored: a line by its name, or its kind.</summary>
    public static string Named(Hypothesis hypothesis) => hypothesis.Line ?? Kind(hypothesis.Kind);

    /// <summary>Who it is: "the lamp cable", "a line that nobody drew".</summary>
    public string Who(Hypothesis hypothesis) => hypothesis.Kind switch
    {
        HypothesisKind.Target or HypothesisKind.Line => Name(hypothesis.Line!),
        HypothesisKind.Unknown => "a line that nobody drew",
        HypothesisKind.Disturbed => "no line right under the dot",
        HypothesisKind.Hookup => "the lead or stake",
    };

    /// <summary>The likeliest explanation in one sentence.</summary>
    public string Sentence(DotIdentity identity)
    {
        var (best, target) = (identity.Best, Name(identity.Target.Line!));
        var second = identity.Hypotheses[1];
        return identity.Verdict switch
        {
            Verdict.Sound => $"This is {target}.",
            _ when identity.Unexplained >= Hopeless => "Nothing that is drawn here explains this.",
            _ when identity.Unexplained >= Strange => $"No line that is drawn explains this well; {(best.Kind == HypothesisKind.Disturbed ? "no line lies right under the dot" : $"likeliest is {Who(best)}")}.",
            _ when best.Kind == HypothesisKind.Target => $"This is likely {target}, but it could be {Who(second)}.",
            _ when best.Kind == HypothesisKind.Disturbed => $"The response peaks aside of what makes it: no line lies right under the dot.",
            _ when identity.Verdict == Verdict.Reject => $"This is {(best.Probability >= 0.9 ? "" : "likely ")}{Who(best)}, not {target}.",
            _ => $"This could be {Who(best)} as well as {target}.",
        };
    }

    /// <summary>The sentence, and the signs that speak most between the likeliest explanation and the target (or the one after it).</summary>
    public IEnumerable<(string Code, string Text)> Reasons(DotIdentity identity)
    {
        var (best, other) = Between(identity);
        yield return (identity.Verdict switch { Verdict.Sound => "target-makes-it", Verdict.Reject => "target-does-not", Verdict.Caution => "not-sure-which" }, Sentence(identity));
        if (CannotBe(identity) is { } cannot)
        {
            yield return ("target-cannot-be-here", cannot);
        }

        foreach (var sign in identity.Signs.Where(s => Math.Abs(s.Speaks(best, other)) >= Speaking).OrderByDescending(s => Math.Abs(s.Speaks(best, other))).Take(MostSigns))
        {
            yield return ("sign-" + SignCode(sign.Sign), Text(sign, best, other));
        }
    }

    /// <summary>The likeliest explanation and what it has to be told from: the target, or the next that could make a response there at all.</summary>
    public static (Hypothesis Best, Hypothesis Other) Between(DotIdentity identity)
    {
        bool CanBe(Hypothesis h) => identity.Signs.Any(s => s.Expected.Any(e => e.Kind == h.Kind && e.Line == h.Line));
        var others = identity.Hypotheses.Skip(1).Where(CanBe).ToList();
        return (identity.Best, identity.Best.Kind != HypothesisKind.Target && CanBe(identity.Target) ? identity.Target : others.FirstOrDefault() ?? identity.Hypotheses[1]);
    }

    /// <summary>A sentence where the target could not be there at all; null otherwise.</summary>
    public string? CannotBe(DotIdentity identity) =>
        identity.Signs.Count > 0 && identity.Signs.All(s => s.Expected.Count > 0 && s.Expected.All(e => e.Kind != HypothesisKind.Target))
            ? $"{Capital(Name(identity.Target.Line!))} would not show a response here, however soil and ends may be: it lies too far from where plans have it."
            : null;

    private static string Capital(string text) => char.ToUpperInvariant(text[0]) + text[1..];

    /// <summary>What was read and what each would have shown.</summary>
    public string Text(SeenSign sign, Hypothesis best, Hypothesis other)
    {
        string Of(Hypothesis h) => sign.Expected.FirstOrDefault(e => e.Kind == h.Kind && e.Line == h.Line) is { } e ? $"{Range(sign.Sign, e)} if it is {Who(h)}" : "";
        var parts = string.Join(", ", new[] { Of(best), Of(other) }.Where(p => p.Length > 0));
        return $"{SignName(sign.Sign)}: {Figure(sign.Sign, sign.Seen)} read; {parts}.";
    }

    public static string SignCode(IdentitySign sign) => sign switch
    {
        IdentitySign.Current => "current",
        IdentitySign.CurrentFromLast => "current-from-last",
        IdentitySign.Level => "level",
        IdentitySign.Way => "way",
        IdentitySign.Depth => "depth",
        IdentitySign.NullFromPeak => "null",
        IdentitySign.Direction => "direction",
        IdentitySign.Sideways => "sideways",
        IdentitySign.Lift => "lift",
    };

    public static string SignName(IdentitySign sign) => sign switch
    {
        IdentitySign.Current => "Current",
        IdentitySign.CurrentFromLast => "Current from last dot",
        IdentitySign.Level => "Response",
        IdentitySign.Way => "Way of the current",
        IdentitySign.Depth => "Depth",
        IdentitySign.NullFromPeak => "Null from peak",
        IdentitySign.Direction => "Direction",
        IdentitySign.Sideways => "Turned sideways",
        IdentitySign.Lift => "Rise for lift",
    };

    /// <summary>What an explanation expects of a sign, or that it cannot make a response there.</summary>
    public string Expected(SeenSign sign, Hypothesis hypothesis) =>
        sign.Expected.FirstOrDefault(e => e.Kind == hypothesis.Kind && e.Line == hypothesis.Line) is { } expected ? Range(sign.Sign, expected) : "no response there";

    /// <summary>What to do next, in a sentence.</summary>
    public string Advice(NextKind kind) => "What would tell most: " + Try(kind);

    /// <summary>What to do next, as somebody would say it.</summary>
    public string Try(NextKind kind) => kind switch
    {
        NextKind.CurrentOnOtherResponse => "measure the current on the other response of this sweep too.",
        NextKind.SecondDotAlong => $"a second dot {LengthText.Format(6, Units)} further along.",
        NextKind.LowerFrequency => "the same dot at a lower frequency.",
        NextKind.MoveStake => "the stake on the other side of the line, and the dot again.",
        NextKind.SecondHookupFarEnd => "hook up at the far end and bring it back to here.",
        NextKind.Lift => "the lift test.",
        NextKind.TurnSideways => "turn the blade sideways.",
        NextKind.RowAcross => "a row across, a metre to each side.",
        NextKind.SweepWider => $"sweep {LengthText.Format(7, Units)} to both sides for other responses.",
    };

    /// <summary>A value of a sign with its unit.</summary>
    public string Figure(IdentitySign sign, double value) => sign switch
    {
        IdentitySign.Current => FigureWords.Milliamps(Math.Round(value, value < 10 ? 1 : 0)),
        IdentitySign.CurrentFromLast => "×" + value.ToString("0.00", CultureInfo.InvariantCulture),
        IdentitySign.Level => FigureWords.Figure(value) + "\u00a0nT",
        IdentitySign.Way => Way(value),
        IdentitySign.Depth => LengthText.Format(value, Units),
        IdentitySign.NullFromPeak => LengthText.Format(Math.Abs(value), Units) + (value < 0 ? " left" : " right"),
        IdentitySign.Direction => Math.Abs(value).ToString("0", CultureInfo.InvariantCulture) + "°" + (Math.Abs(value) < 0.5 ? "" : value < 0 ? " left" : " right"),
        IdentitySign.Sideways => FigureWords.Percent(value),
        IdentitySign.Lift => "×" + value.ToString("0.00", CultureInfo.InvariantCulture),
    };

    /// <summary>Eight in ten of what an explanation expects.</summary>
    public string Range(IdentitySign sign, SignExpected expected)
    {
        if (sign == IdentitySign.Way)
        {
            return expected.Low < expected.High ? "either way" : Way(expected.Middle);
        }

        var (low, high) = (Figure(sign, expected.Low), Figure(sign, expected.High));
        return low == high ? low : $"{low} to {high}";
    }

    private static string Way(double value) => value > 0 ? "the way you walk" : value < 0 ? "against your walk" : "unclear";
}
