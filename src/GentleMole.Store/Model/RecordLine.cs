using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Store.Log;

namespace GentleMole.Store.Model;

/// <summary>A line read off an owner's sheet. Level D until something seen on site ties it.</summary>
public sealed class RecordLine : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int? SheetId { get; set; }

    /// <summary>The utility of the notice that it tells of; null while none of its kind and owner is on the notice.</summary>
    public int? LineId { get; set; }

    public UtilityKind Kind { get; set; }

    public required string Owner { get; set; }

    public string Material { get; set; } = "";

    public List<SitePoint> Points { get; set; } = [];

    /// <summary>Cover as the sheet says it, to the top.</summary>
    public double? CoverMetres { get; set; }

    /// <summary>Cover by the plan: not a depth.</summary>
    public Cover? Cover => CoverMetres is { } metres ? new Cover(metres) : null;

    /// <summary>Half-width of the band in which the line is expected, 95 %.</summary>
    public double DoubtMetres { get; set; } = 1;

    /// <summary>Duct bank in the short notation, e.g. <c>2x3 PVC 110/100</c>.</summary>
    public string Ducts { get; set; } = "";

    /// <summary>How it came here: "drawn", "cover over offset", "import of fibre.dxf, layer MAIN".</summary>
    public string Source { get; set; } = "";
}
