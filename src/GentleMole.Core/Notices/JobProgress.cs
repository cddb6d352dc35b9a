namespace GentleMole.Core.Notices;

/// <summary>The stages of a job, in order; page, folder and address carry the same names.</summary>
public enum JobStage
{
    Notice,
    Hookup,
    Trace,
    Marks,
    Handover,
}

/// <summary>How far a job is, counted from what is on its sheet.</summary>
/// <param name="NoticeComplete">Dig area, date of the call and at least one utility are there.</param>
/// <param name="Hookups">Hookups logged.</param>
/// <param name="LinesUntraced">Utilities without an answer and without two accepted dots.</param>
/// <param name="LinesUnanswered">Utilities without an answer.</param>
public sealed record JobProgress(bool NoticeComplete, int Lines, int Hookups, int LinesUntraced, int LinesUnanswered, bool HandedOver)
{
    /// <summary>True when nothing is left to do in a stage.</summary>
    public bool IsDone(JobStage stage) => stage switch
    {
        JobStage.Notice => NoticeComplete,
        JobStage.Hookup => Hookups > 0 || (NoticeComplete && LinesUnanswered == 0),
        JobStage.Trace => NoticeComplete && LinesUntraced == 0 && Lines > 0,
        JobStage.Marks => NoticeComplete && LinesUnanswered == 0 && Lines > 0,
        _ => HandedOver,
    };

    /// <summary>The first stage with something left to do; the handover when all is done.</summary>
    public JobStage Current =>
        HandedOver ? JobStage.Handover : Enum.GetValues<JobStage>().First(s => s == JobStage.Handover || !IsDone(s));

    /// <summary>One word for lists and devices.</summary>
    public string State => HandedOver ? "handed over" : Current switch
    {
        JobStage.Notice => "notice",
        JobStage.Hookup => "hookup",
        JobStage.Trace => "trace",
        JobStage.Marks => "marks",
        _ => "ready to hand over",
    };
}
