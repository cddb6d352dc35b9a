using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

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
    public LocalDate? Dated { get; set; }

    public LocalDate ReceivedOn { get; set; }
}
