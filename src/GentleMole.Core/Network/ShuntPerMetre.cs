namespace GentleMole.Core.Network;

/// <summary>Shunt constants given instead of computed: S/m and F/m.</summary>
public sealed record ShuntPerMetre(double Siemens, double Farads);
