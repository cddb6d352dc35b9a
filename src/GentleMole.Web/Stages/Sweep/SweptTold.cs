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
    public string Near => FoundChoice.OnWhat(Line.Record, Line.Near);

    /// <summary>What it seems to be or was said to be, how often it was met, how well its place is known.</summary>
    public string Says
    {
        get
        {
            var met = SweepWords.Met(Line.Line);
            var depth = Line.Line.Depth is { } d ? $", some {Page.Person.Length(d.Metres)} to its centre" : "";
            return $"{(Line.Decision is { } decided ? FoundChoice.Says(Page.Sheet, decided, SweepWords.Become(FoundAs.Ghost)) : Seems)} {char.ToUpperInvariant(met[0])}{met[1..]}, {Page.Person.PlusMinus(Line.Line.Lateral95Metres)} to the side{depth}.";
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
}
