using GentleMole.Store.Log;

namespace GentleMole.Store.Model;

/// <summary>A job that a reader was given to look at. Readers see no others.</summary>
public sealed class JobGrant : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public required string PersonId { get; set; }
}
