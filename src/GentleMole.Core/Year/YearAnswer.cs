using GentleMole.Core.Marking;
using NodaTime;

namespace GentleMole.Core.Year;

/// <summary>What became of one utility of a notice.</summary>
/// <param name="First">Day of its first answer: what is answered again later was in time all the same. Null before any.</param>
/// <param name="Due">Last day for it; null where nobody said when the call came.</param>
public sealed record YearAnswer(LineAnswer Answer, LocalDate? First, LocalDate? Due)
{
    /// <summary>Whether it came in time, seen on a day.</summary>
    public AnswerTime On(LocalDate today) => Due is not { } due ? AnswerTime.Undated
        : First is { } first ? first <= due ? AnswerTime.InTime : AnswerTime.Late
        : due < today ? AnswerTime.Overdue : AnswerTime.Open;

    /// <summary>The month it counts in: that of its first answer, else that in which it was due.</summary>
    public LocalDate? Counts => First ?? Due;
}
