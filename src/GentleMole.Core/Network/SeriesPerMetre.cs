namespace GentleMole.Core.Network;

/// <summary>Series constants given instead of computed: Ω/m and H/m.</summary>
public sealed record SeriesPerMetre(double Ohms, double Henries);
