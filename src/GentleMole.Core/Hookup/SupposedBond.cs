using GentleMole.Core.Lines;

namespace GentleMole.Core.Hookup;

/// <summary>Metal between two lines, each at a chainage of its run on the sheet.</summary>
public sealed record SupposedBond(string From, double FromMetres, string To, double ToMetres, double Ohms);
