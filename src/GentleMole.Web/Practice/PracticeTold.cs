using GentleMole.Core;

namespace GentleMole.Web.Practice;

/// <summary>What came of something that was asked of a round: a value, or why not.</summary>
internal sealed record PracticeTold<T>(T? Value, IReadOnlyList<FieldError> Errors, PracticeStop? Stop)
{
    public static implicit operator PracticeTold<T>(T value) => new(value, [], null);

    public static implicit operator PracticeTold<T>(List<FieldError> errors) => new(default, errors, null);

    public static implicit operator PracticeTold<T>(PracticeStop stop) => new(default, [], stop);
}
