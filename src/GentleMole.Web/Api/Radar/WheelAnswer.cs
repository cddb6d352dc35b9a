namespace GentleMole.Web.Api;

/// <param name="ScatterMetresPerTenMetres">Null with one repeat, which says nothing of it.</param>
internal sealed record WheelAnswer(double Factor, double? ScatterMetresPerTenMetres, string Verdict, IReadOnlyList<ReasonAnswer> Reasons);
