namespace GentleMole.Core.Lines;

/// <summary>What a material, as people write it, means for finding a line.</summary>
public static class Materials
{
    private static readonly string[] Plain = ["CLAY", "CONCRETE", "PVC", "ASBESTOS"];

    /// <summary>
    /// True for clay, concrete, asbestos cement and bare plastic: nothing that a signal can be put on, unless a tracer lies
    /// with it. A material that is not known counts as metal.
    /// </summary>
    public static bool IsWithoutMetal(string material)
    {
        var words = material.ToUpperInvariant();
        return (Plain.Any(p => words.Contains(p, StringComparison.Ordinal)) || words.StartsWith("PE", StringComparison.Ordinal))
            && !words.Contains("TRACER", StringComparison.Ordinal);
    }
}
