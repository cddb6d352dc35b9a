namespace GentleMole.Web.Api;

internal sealed record SondeStrengthRequest(double? StrongestMetres, double? Strength, double? HeightMetres, double? LiftedStrength, double? LiftedHeightMetres);
