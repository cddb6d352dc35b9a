namespace GentleMole.Core;

/// <summary>From where to where a number may lie; both ends belong to it.</summary>
public readonly record struct Bounds(double Least, double Most)
{
    /// <summary>True when a number lies within; what is no number does not.</summary>
    public bool Hold(double value) => value >= Least && value <= Most;

    /// <summary>True when there is no number, or one that lies within.</summary>
    public bool HoldIfGiven(double? value) => value is not { } number || Hold(number);

    /// <summary>Adds a refusal at a field when a number that was given lies outside; what was left out is not refused.</summary>
    /// <param name="what">What it must be, in words: "the depth that was shown, in metres".</param>
    /// <param name="mayBeOpen">Infinite is an answer too: a meter that shows "open".</param>
    public void Refuse(ICollection<FieldError> errors, double? value, string field, string what, bool mayBeOpen = false)
    {
        if (!HoldIfGiven(value) && !(mayBeOpen && double.IsPositiveInfinity(value!.Value)))
        {
            errors.Add(new FieldError(field, FormattableString.Invariant($"It must be {what}, from {Least:G6} to {Most:G6}.")));
        }
    }

    /// <summary>The same in a unit of which so many make one of this.</summary>
    public Bounds In(double unitsEach) => new(Least * unitsEach, Most * unitsEach);
}
