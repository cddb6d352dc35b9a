namespace GentleMole.Core.Job;

/// <summary>The stages of a job, in order; page, folder and address carry the same names.</summary>
public enum JobStage
{
    Notice,
    Records,
    Walk,
    Hookup,
    Trace,
    Marks,
    Handover,
}
