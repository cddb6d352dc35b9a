using GentleMole.Core.Walk;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A caution read and accepted before field work, by whom and when.</summary>
public sealed class CautionAck : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public SiteCaution Caution { get; set; }

    /// <summary>Local day for which it holds: a new day is a new look.</summary>
    public LocalDate Day { get; set; }

    public string By { get; set; } = "";

    public Instant At { get; set; }
}
