namespace GentleMole.Core;

/// <summary>Either a value or the list of entries that stand in its way; never both.</summary>
public sealed class Result<T>
{
    private readonly T? _value;

    private Result(T? value, IReadOnlyList<FieldError> errors)
    {
        _value = value;
        Errors = errors;
    }

    /// <summary>What is wrong; empty when it is good.</summary>
    public IReadOnlyList<FieldError> Errors { get; }

    /// <summary>Nothing is wrong.</summary>
    public bool IsGood => Errors.Count == 0;

    /// <summary>The value; asking for it when there are errors is a programming mistake.</summary>
    public T Value => IsGood
        ? _value!
        : throw new InvalidOperationException("The result holds errors: " + string.Join("; ", Errors.Select(e => e.Sentence)));

    /// <summary>A good result.</summary>
    public static implicit operator Result<T>(T value) => new(value, []);

    /// <summary>A refusal with all that is wrong.</summary>
    public static implicit operator Result<T>(List<FieldError> errors) =>
        errors.Count == 0
            ? throw new ArgumentException("A failed result needs at least one error.", nameof(errors))
            : new(default, errors);

    /// <summary>A refusal.</summary>
    public static implicit operator Result<T>(FieldError error) => new(default, [error]);
}
