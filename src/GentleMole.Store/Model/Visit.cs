using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A job on somebody's day.</summary>
public sealed class Visit : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public required string PersonId { get; set; }

    public LocalDate Day { get; set; }

    /// <summary>Place in the day, from 1.</summary>
    public int Position { get; set; }

    /// <summary>Minutes on site when somebody knows better than the estimate.</summary>
    public int? Minutes { get; set; }
}
