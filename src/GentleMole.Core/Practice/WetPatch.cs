namespace GentleMole.Core.Practice;

/// <summary>Ground that a leak has wetted, as a radar line meets it.</summary>
/// <param name="FromMetres">Along the line.</param>
/// <param name="ToMetres">Along the line.</param>
/// <param name="TopMetres">Depth from which on it is wet.</param>
/// <param name="BottomMetres">Depth to which it is wet.</param>
/// <param name="Permittivity">Relative, of the wet ground.</param>
/// <param name="SiemensPerMetre">Conductivity of it.</param>
public sealed record WetPatch(double FromMetres, double ToMetres, double TopMetres, double BottomMetres, double Permittivity, double SiemensPerMetre);
