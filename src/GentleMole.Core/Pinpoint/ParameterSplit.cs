namespace GentleMole.Core.Pinpoint;

/// <summary>Which parameters of <see cref="RowLikelihood"/> are laid out in cells and which follow in each.</summary>
/// <param name="Held">Those laid out.</param>
/// <param name="Free">Those that follow.</param>
/// <param name="IsBounded">True where the first of them is the part of the current, which has bounds.</param>
internal sealed record ParameterSplit(int[] Held, int[] Free, bool IsBounded = false)
{
    /// <summary>One line: place and depth in cells, the amplitude follows.</summary>
    public static ParameterSplit One { get; } = new([0, 1], [2]);

    /// <summary>Two lines of which the second is hardly heard: all that is its own in cells, the line itself follows.</summary>
    public static ParameterSplit Faint { get; } = new([3, 4, 5], [0, 1, 2]);

    /// <summary>Two lines that are both heard: place and depth of the neighbour in cells; its part of the current and the line itself follow.</summary>
    public static ParameterSplit Clear { get; } = new([3, 4], [5, 0, 1, 2], true);

    /// <summary>Of all parameters.</summary>
    public int Count => Held.Length + Free.Length;
}
