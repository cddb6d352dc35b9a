using GentleMole.Store.Model;

namespace GentleMole.Web.Stages;

/// <summary>What the form about a found line shows before anything is typed.</summary>
/// <param name="Decided">What was decided before; null while nobody has.</param>
/// <param name="NearLineId">The line of the notice that it lies on.</param>
/// <param name="Near">The same in words, whatever it is.</param>
/// <param name="None">How one that is no line is called.</param>
internal sealed record FoundAsked(SheetPage Page, FoundAs Suggested, FoundLine? Decided, int? NearLineId, string Near, string None, FoundBy Source);
