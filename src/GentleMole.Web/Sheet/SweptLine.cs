using GentleMole.Core.Candidates;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>A candidate line of the job's sweeps, with what it may be and what somebody decided.</summary>
/// <param name="Number">By which it is called on the sheet.</param>
/// <param name="Suggested">What it seems to be.</param>
/// <param name="Near">The utility of the notice that it lies on.</param>
/// <param name="Record">The owner's plan that it lies on.</param>
/// <param name="ApartMetres">How far from that on average.</param>
/// <param name="Instead">A line whose plan lies nearer and that is not heard in these modes: the plan alone would have said it.</param>
/// <param name="Decision">What was decided; null while nobody has.</param>
internal sealed record SweptLine(int Number, CandidateLine Line, FoundAs Suggested, SheetLine? Near, RecordLine? Record, double? ApartMetres, SheetLine? Instead, FoundLine? Decision)
{
    /// <summary>Which responses it stands on: a decision is sent with it, so that it is not taken for another line.</summary>
    public string Key => string.Join('-', Line.Responses.Order());
}
