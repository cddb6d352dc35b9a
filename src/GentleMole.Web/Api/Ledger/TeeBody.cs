namespace GentleMole.Web.Api;

internal sealed record TeeBody(double? ChainageMetres, IReadOnlyList<double?>? BranchesMilliamps);
