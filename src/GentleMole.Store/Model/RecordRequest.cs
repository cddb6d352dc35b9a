using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>An owner asked for its plans on one job.</summary>
public sealed class RecordRequest : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public required string Owner { get; set; }

    /// <summary>Rule of validity and names of sheets as they were when the owner was asked.</summary>
    public string Valid { get; set; } = "30 d";

    public string SheetsNeeded { get; set; } = "";

    public LocalDate AskedOn { get; set; }

    /// <summary>The owner says that it has nothing here.</summary>
    public bool Nothing { get; set; }

    public string Note { get; set; } = "";

    public List<RecordSheet> Sheets { get; } = [];
}
