namespace GentleMole.Core.Radar;

/// <summary>A piece of a migrated profile on which one echo stays: the top or bottom of something wide, a layer's end, or, where it is short, a pipe's blob.</summary>
/// <param name="FromMetres">Along the line: where it has fallen to half of its strength, which over the edge of something wide is its edge.</param>
/// <param name="ToMetres">The other end.</param>
/// <param name="Nanoseconds">After the pulse has left; the middle of the piece.</param>
/// <param name="Slope">Nanoseconds a metre: it need not lie quite level.</param>
/// <param name="IsNormal">It has the sign of the direct wave: what is below is quicker than the ground above (air, dry fill).</param>
/// <param name="Size">Of the echo, with its way allowed for, as a part of the direct wave.</param>
public sealed record LevelEcho(double FromMetres, double ToMetres, double Nanoseconds, double Slope, bool IsNormal, double Size)
{
    /// <summary>It is what all traces have in common that is missing here: a layer was dug through.</summary>
    public bool IsGap { get; init; }

    /// <summary>From end to end, metres.</summary>
    public double WidthMetres => ToMetres - FromMetres;

    /// <summary>Between its ends.</summary>
    public double MiddleMetres => (FromMetres + ToMetres) / 2;
}
