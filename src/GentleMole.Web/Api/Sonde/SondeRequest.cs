namespace GentleMole.Web.Api;

internal sealed record SondeRequest(
    double? FrontNullMetres, double? RearNullMetres, double? StrongestMetres, double? HeightMetres, double? DepthMetres, double? TurnedDepthMetres);
