namespace GentleMole.Core.Lines;

/// <summary>What a line can be, whoever says it.</summary>
public static class LineRules
{
    /// <summary>Characters of an owner's name.</summary>
    public const int MostOwner = 200;

    /// <summary>Characters of a material.</summary>
    public const int MostMaterial = 200;

    /// <summary>Characters of a line's name.</summary>
    public const int MostName = 100;

    /// <summary>Outside diameter, metres.</summary>
    public static readonly Bounds Outside = new(0.0001, 10);

    /// <summary>Wall of a pipe, metres.</summary>
    public static readonly Bounds Wall = new(1e-6, 10);

    /// <summary>Depth to the centre that is supposed for a line, metres.</summary>
    public static readonly Bounds Depth = new(0.001, 100);
}
