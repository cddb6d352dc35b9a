using GentleMole.Core.Lines;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>A candidate line in words.</summary>
internal sealed record SweptTold(SweepPage Page, SweptLine Line)
{
    public bool IsChosen => Page.CandidateNumber == Line.Number;

    /// <summary>The sweep at hand, for an address.</summary>
    public string OfSweep => Page.View is { } view ? $"sweep={view.Sweep.Id}&" : "";

    /// <summary>What it lies on, in words; empty when on nothing that is known.</summary>
    public string Near => Line.Record is { } record
        ? $"{LineWords.Kind(record.Kind)} of {record.Owner} by its plan"
        : Line.Near is { } known ? known.Line.Kind == UtilityKind.Unknown ? $"line {known.Line.Owner}" : $"{LineWords.Kind(known.Line.Kind)} of {known.Line.Owner}" : "";

    /// <summary>What it seems to be or was said to be, how often it was met, how well its place is known.</summary>
    public string Says
    {
        get
        {
            var met = SweepWords.Met(Line.Line);
            var depth = Line.Line.Depth is { } d ? $", some {Page.Person.Length(d.Metres)} to its centre" : "";
            return $"{(Line.Decision is { } decided ? Decided(decided) : Seems)} {char.ToUpperInvariant(met[0])}{met[1..]}, {Page.Person.PlusMinus(Line.Line.Lateral95Metres)} to the side{depth}.";
        }
    }

    private string Seems => Line.Suggested switch
    {
        FoundAs.Ghost => "Lies on the lead between hookup and stake: the transmitter's own wire, no line.",
        FoundAs.Unknown when Line.Instead is { } plan => $"Lies by the plan of the {LineWords.Kind(plan.Line.Kind)}, which is not heard in this mode unless something is bonded to it: a line nobody drew.",
        FoundAs.Unknown => "No plan and no trace of a line here.",
        FoundAs.Target or FoundAs.Neighbour when Line.Instead is { } plan =>
            $"Lies by the plan of the {LineWords.Kind(plan.Line.Kind)}, which is not heard in this mode: more likely the {Near}, whose plan is {Page.Person.Length(Line.ApartMetres ?? 0)} off, or a line nobody drew.",
        FoundAs.Target or FoundAs.Neighbour => $"Lies on the {Near}, {Page.Person.Length(Line.ApartMetres ?? 0)} off on average.",
    };

    private string Decided(FoundLine decided)
    {
        var what = decided.Becomes == FoundAs.Target && Page.Sheet.LineById(decided.LineId) is { } line ? $"The {LineWords.Kind(line.Line.Kind)} of {line.Line.Owner}" : SweepWords.Become(decided.Becomes);
        var next = decided is { Becomes: FoundAs.Unknown, SettledAt: null } ? $" Next: {SweepWords.Step(decided.NextStep)}." : decided.Outcome.Length > 0 ? $" Settled: {decided.Outcome}." : "";
        return $"{char.ToUpperInvariant(what[0])}{what[1..]}, says {decided.By}.{(decided.Note.Length > 0 ? $" {decided.Note}." : "")}{next}";
    }
}
