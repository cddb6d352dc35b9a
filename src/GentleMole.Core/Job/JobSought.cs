namespace GentleMole.Core.Job;

/// <summary>What a job looks for. The numbers are stored.</summary>
public enum JobSought
{
    /// <summary>Pipes and cables, before somebody digs.</summary>
    Utilities = 0,

    /// <summary>Hollows under a surface; no utility is sought.</summary>
    Voids = 1,

    /// <summary>Graves that nothing on the surface shows; no utility is sought.</summary>
    Graves = 2,
}
