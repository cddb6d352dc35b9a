namespace GentleMole.Core.Job;

/// <summary>How far a job is, counted from what is on its sheet.</summary>
/// <param name="NoticeComplete">Dig area, date of the call and at least one utility are there.</param>
/// <param name="OwnersOpen">Owners on the notice whose plans are not asked for, not complete, or out of date.</param>
/// <param name="CautionsOpen">Cautions of this site that nobody has acknowledged today.</param>
/// <param name="Hookups">Hookups logged.</param>
/// <param name="LinesUntraced">Utilities without an answer and without two accepted dots.</param>
/// <param name="LinesUnanswered">Utilities without an answer.</param>
public sealed record JobProgress(
    bool NoticeComplete, int OwnersOpen, int CautionsOpen, int Lines, int Hookups, int LinesUntraced, int LinesUnanswered, bool HandedOver)
{
    /// <summary>No utility is sought: nothing is hooked up, swept, traced or answered for; profiles that are read to their end are the work.</summary>
    public bool SeeksNoUtility { get; init; }

    /// <summary>Sweeps that were laid out.</summary>
    public int Sweeps { get; init; }

    /// <summary>Of those, with passes that nobody has walked.</summary>
    public int SweepsOpen { get; init; }

    /// <summary>Radar profiles on the site.</summary>
    public int Profiles { get; init; }

    /// <summary>Of those, not read to their end yet.</summary>
    public int ProfilesOpen { get; init; }

    /// <summary>True when nothing is left to do in a stage.</summary>
    public bool IsDone(JobStage stage) => stage switch
    {
        JobStage.Notice => NoticeComplete,
        JobStage.Records => NoticeComplete && (OwnersOpen == 0 || AllAnswered),
        JobStage.Walk => NoticeComplete && (CautionsOpen == 0 || AllAnswered),
        JobStage.Hookup or JobStage.Sweep or JobStage.Trace when SeeksNoUtility => true,
        JobStage.Marks when SeeksNoUtility => IsDone(JobStage.Radar),
        JobStage.Radar when SeeksNoUtility => Profiles > 0 && ProfilesOpen == 0,
        JobStage.Hookup => Hookups > 0 || AllAnswered,
        JobStage.Sweep => (Sweeps > 0 && SweepsOpen == 0) || AllAnswered,
        JobStage.Trace => NoticeComplete && LinesUntraced == 0 && Lines > 0,
        JobStage.Radar => (Profiles > 0 && ProfilesOpen == 0) || AllAnswered,
        JobStage.Marks => AllAnswered,
        JobStage.Handover => HandedOver,
    };

    /// <summary>
    /// The first stage with something left to do; the handover when all is done. Plans that are still on their way do not
    /// hold up the site: where field work has begun, it goes on. Nor does a sweep that nobody has laid, or one that is still walked while lines are traced,
    /// nor a radar that is not on the site.
    /// </summary>
    public JobStage Current => HandedOver
        ? JobStage.Handover
        : Enum.GetValues<JobStage>().First(s => s == JobStage.Handover || (!IsDone(s) && !(s == JobStage.Records && Hookups > 0) && !(s == JobStage.Sweep && (Sweeps == 0 || LinesUntraced < Lines)) && !(s == JobStage.Radar && Profiles == 0 && !SeeksNoUtility)));

    /// <summary>One word for lists and devices.</summary>
    public string State => HandedOver ? "handed over" : Current == JobStage.Handover ? "ready to hand over" : Current.ToString().ToLowerInvariant();

    private bool AllAnswered => NoticeComplete && Lines > 0 && LinesUnanswered == 0;
}
