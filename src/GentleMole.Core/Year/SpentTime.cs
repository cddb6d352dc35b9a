using GentleMole.Core.Job;
using NodaTime;

namespace GentleMole.Core.Year;

/// <summary>Time that went into a stage of a job on a day.</summary>
public sealed record SpentTime(int JobId, LocalDate On, JobStage Stage, Duration Time);
