using NodaTime;

namespace GentleMole.Core.Notices;

/// <summary>The rules of the place for notices. Defaults only: local rules win.</summary>
/// <param name="Notice">What must pass between the call and the first digging: full working days, or hours on working days.</param>
/// <param name="CutOff">A call after this hour counts as made on the next working day.</param>
/// <param name="MarksValid">How long marks hold where the owner has no rule of its own.</param>
public sealed record NoticeRules(ValidityRule Notice, LocalTime CutOff, ValidityRule MarksValid)
{
    /// <summary>Two full working days, calls until five, marks for fourteen days.</summary>
    public static NoticeRules Default { get; } =
        new(new ValidityRule(2, ValidityUnit.WorkingDays), new LocalTime(17, 0), new ValidityRule(14, ValidityUnit.Days));
}
