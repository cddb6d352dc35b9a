using GentleMole.Core.Lines;

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
