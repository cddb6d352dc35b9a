using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>Two passes over one line, side by side, in words.</summary>
/// <param name="Numbers">Dots by the number that stands on them.</param>
internal sealed record PassesTold(PassComparison Compared, Hookup First, Hookup Second, IReadOnlyDictionary<int, JudgedDot> Numbers, string Target, Person Person, string Link, SheetPage Page)
{
    /// <summary>One sentence that can be acted on.</summary>
    public string Sentence
    {
        get
        {
            var (all, parted) = (Compared.Pairs.Count, Compared.Parted);
            var where = parted.Count == 0 ? "" : $"by up to {Person.Length(parted.Max(p => Math.Abs(p.ApartMetres)))} {(parted.Count == 1 ? $"at dot {parted[0].Second.Mark.Number}" : $"from dot {parted[0].Second.Mark.Number} to {parted[^1].Second.Mark.Number}")}";
            var why = Compared.IsByLine ? "by which line each is on" : "by their signs; which line they are on nobody could say";
            return Compared.Finding switch
            {
                PassFinding.NothingInCommon => "The two hookups have no place in common yet. Take dots of the second over the stretch of the first.",
                PassFinding.Same => $"One line: {(all == 1 ? "the one dot" : $"{all - parted.Count} of {all} dots")} of the second pass {(all == 1 ? "lies" : "lie")} where the first went, as well as both are known.",
                PassFinding.BothElsewhere => $"One line, but likely not {Target}: both passes follow another. Mark neither; a third hookup, or have it opened.",
                PassFinding.SecondHolds => $"They part {where}. The second pass holds, {why}.",
                PassFinding.FirstHolds => $"They part {where}. The first pass holds, {why}.",
                PassFinding.NeitherHolds => $"They part {where}, and neither is the better. Do not mark there: a third hookup, or have it opened.",
            };
        }
    }

    /// <summary>How far the second lies from the first, seen along the first: "0.04 m right".</summary>
    public string Apart(PassPair pair) =>
        Math.Abs(pair.ApartMetres) < NothingMetres ? "on it" : $"{Person.Length(Math.Abs(pair.ApartMetres))} {(pair.ApartMetres < 0 ? "left" : "right")}";

    /// <summary>How much deeper the second is, signed; nothing where a depth is missing.</summary>
    public string Deeper(PassPair pair) =>
        pair.DeeperMetres is not { } deeper ? "" : Math.Abs(deeper) < NothingMetres ? "alike" : $"{(deeper < 0 ? "−" : "+")}{Person.Length(Math.Abs(deeper))}";

    // What a receiver shows as nothing.
    private const double NothingMetres = 0.005;

    public static string Name(Hookup hookup) =>
        $"{(hookup.ConnectedTo.Length > 0 ? hookup.ConnectedTo : LineWords.Method(hookup.Method))}{(hookup.FrequencyHertz is { } f ? ", " + LineWords.Frequency(f) : "")}";

    /// <summary>What can be decided by it: the word that is sent, and what stands on the button; null where nothing.</summary>
    public (string Decide, string Says, string Why)? Decision => Compared.Finding switch
    {
        PassFinding.Same when Compared.ToMark.Any(IsOpen) => ("both", "Combine: mark the dots of both", "Two hookups agree within their ±."),
        PassFinding.SecondHolds => ("second", "Go by the second where they part", "Brought back: the second hookup holds where the two part."),
        PassFinding.FirstHolds => ("first", "Go by the first where they part", "Brought back: the first hookup holds where the two part."),
        PassFinding.Same or PassFinding.NothingInCommon or PassFinding.BothElsewhere or PassFinding.NeitherHolds => null,
    };

    private bool IsOpen(PassDot dot) => Numbers[dot.Mark.Number].Reading.State == DotState.Taken;
}
