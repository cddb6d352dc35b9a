using NodaTime;

namespace GentleMole.Core.Notices;

/// <summary>What a clock of a job says.</summary>
public enum DeadlineKind
{
    /// <summary>Every utility on the notice needs an answer before this day ends.</summary>
    AnswerDue,

    /// <summary>First day on which digging may start under the notice.</summary>
    DigMayStart,

    /// <summary>Day on which the digger wants to start.</summary>
    DigPlanned,

    /// <summary>Last day on which an owner's plans hold.</summary>
    RecordsExpire,

    /// <summary>Last working day for a new call, if digging is to go on without a gap.</summary>
    RenewBy,

    /// <summary>Last day on which the marks hold.</summary>
    MarksExpire,
}
