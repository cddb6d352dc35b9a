namespace GentleMole.Core.Radar;

/// <summary>Soil from a depth on, as a radar sees it.</summary>
/// <param name="FromMetres">Depth of its upper side.</param>
/// <param name="Permittivity">Relative.</param>
/// <param name="SiemensPerMetre">Conductivity.</param>
public sealed record SoilLayer(double FromMetres, double Permittivity, double SiemensPerMetre);
