using GentleMole.Core.Lines;

namespace GentleMole.Core.Hookup;

/// <summary>What somebody says of a line beyond what is on the sheet; what is not said follows from its material.</summary>
/// <param name="NoMetal">Nothing in it carries a current.</param>
/// <param name="NetMilliamps">Net mains current of a live power line.</param>
public sealed record SaidOfLine(
    bool NoMetal = false, Metal? Metal = null, double? OutsideMetres = null, double? WallMetres = null, CoatingKind? Coating = null, Depth? Depth = null,
    EndSupposed? StartKind = null, double? StartOhms = null, EndSupposed? EndKind = null, double? EndOhms = null, double? NetMilliamps = null);
