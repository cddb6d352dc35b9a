namespace GentleMole.Core.Job;

/// <summary>The stages of a job, in order; page, folder and address carry the same names.</summary>
public enum JobStage
{
    /// <summary>The call: where, what, when, who.</summary>
    Notice,

    /// <summary>Owners' plans.</summary>
    Records,

    /// <summary>The walk over the site, with its cautions.</summary>
    Walk,

    /// <summary>Putting a signal on.</summary>
    Hookup,

    /// <summary>Walking the ground for what is there, known or not.</summary>
    Sweep,

    /// <summary>Following it, dot by dot.</summary>
    Trace,

    /// <summary>What a radar sees of the ground.</summary>
    Radar,

    /// <summary>What is painted, and the answers.</summary>
    Marks,

    /// <summary>What the one who digs receives.</summary>
    Handover,
}
