using GentleMole.Core;

namespace GentleMole.Store.Writing;

/// <summary>Something that was to be stored breaks the rule for every kept value; nothing was stored.</summary>
public sealed class RuleBrokenException(IReadOnlyList<FieldError> errors) : Exception(errors[0].Sentence)
{
    public IReadOnlyList<FieldError> Errors { get; } = errors;

    /// <summary>The rule that was broken, wherever in an error it stands.</summary>
    public static RuleBrokenException? In(Exception? error) => error switch
    {
        null => null,
        RuleBrokenException broken => broken,
        _ => In(error.InnerException),
    };
}
