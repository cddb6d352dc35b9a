using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Store.Log;

namespace GentleMole.Store.Model;

/// <summary>An owner of buried lines and how it answers. Kept by the office, used on every job.</summary>
public sealed class OwnerRow
{
    public int Id { get; set; }

    public required string Name { get; set; }

    public UtilityKind Kind { get; set; }

    /// <summary>Names of the sheets that must be read together, comma between: "trunk, distribution". Empty: one sheet.</summary>
    public string Sheets { get; set; } = "";

    /// <summary>How long its plans stay valid: "30 d", "48 h", "2 wd".</summary>
    public string RecordsValid { get; set; } = "30 d";

    /// <summary>How long marks of its lines stay valid; empty for the place's rule.</summary>
    public string MarksValid { get; set; } = "";

    public string Contact { get; set; } = "";
}

/// <summary>An owner asked for its plans on one job.</summary>
public sealed class RecordRequest : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public required string Owner { get; set; }

    /// <summary>Rule of validity and names of sheets as they were when the owner was asked.</summary>
    public string Valid { get; set; } = "30 d";

    public string SheetsNeeded { get; set; } = "";

    public DateOnly AskedOn { get; set; }

    /// <summary>The owner says that it has nothing here.</summary>
    public bool Nothing { get; set; }

    public string Note { get; set; } = "";

    public List<RecordSheet> Sheets { get; } = [];
}

/// <summary>A sheet that came back.</summary>
public sealed class RecordSheet : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int RequestId { get; set; }

    /// <summary>Which of the owner's sheets: "trunk".</summary>
    public string Name { get; set; } = "";

    public string Reference { get; set; } = "";

    /// <summary>Day that stands on the sheet.</summary>
    public DateOnly? Dated { get; set; }

    public DateOnly ReceivedOn { get; set; }
}

/// <summary>A line read off an owner's sheet. Level D until something seen on site ties it.</summary>
public sealed class RecordLine : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int? SheetId { get; set; }

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
