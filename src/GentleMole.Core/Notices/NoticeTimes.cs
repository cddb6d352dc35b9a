using NodaTime;

namespace GentleMole.Core.Notices;

/// <summary>The clocks of one notice.</summary>
/// <param name="DigMayStartAt">First moment of digging; a midnight where whole days count.</param>
/// <param name="AnswerDue">Last day on which every utility must be answered.</param>
public sealed record NoticeTimes(
    LocalDate CountsFrom,
    LocalDateTime DigMayStartAt,
    LocalDate AnswerDue,
    bool PlannedTooEarly,
    IReadOnlyList<Holiday> HolidaysOnTheWay)
{
    /// <summary>The day on which it may begin.</summary>
    public LocalDate DigMayStart => DigMayStartAt.Date;
}
