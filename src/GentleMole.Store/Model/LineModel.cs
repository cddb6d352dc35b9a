using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Store.Log;

namespace GentleMole.Store.Model;

/// <summary>
/// What somebody supposes of a line beyond what the sheet says: its metal, its coat, its depth, its ends. Empty entries
/// leave the guess that follows from its material. A line drawn by hand as suspected has its points here too.
/// </summary>
public sealed class LineModel : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    /// <summary>Which line of the sheet: <c>line-3</c>, <c>record-5</c>; empty for a line drawn by hand.</summary>
    public string Of { get; set; } = "";

    public string Name { get; set; } = "";

    public UtilityKind Kind { get; set; }

    /// <summary>Points of a suspected line; empty for lines of the sheet.</summary>
    public List<SitePoint> Points { get; set; } = [];

    /// <summary>Nothing in it carries a current.</summary>
    public bool NoMetal { get; set; }

    public Metal? Metal { get; set; }

    public double? OutsideMetres { get; set; }

    public double? WallMetres { get; set; }

    public CoatingKind? Coating { get; set; }

    public double? DepthMetres { get; set; }

    public EndSupposed? StartKind { get; set; }

    public double? StartOhms { get; set; }

    public EndSupposed? EndKind { get; set; }

    public double? EndOhms { get; set; }

    /// <summary>Net mains current that a live power line is taken to carry.</summary>
    public double? NetMilliamps { get; set; }
}
