using GentleMole.Core.Site;

namespace GentleMole.Core.Trace;

/// <summary>One accepted dot of a line, corrected to where the mark goes.</summary>
/// <param name="Place">Place of the mark on the site.</param>
/// <param name="AcrossHalfWidthMetres">± of the position across the line, 95 %.</param>
/// <param name="Depth">To the centre, 95 %; null when not measured.</param>
/// <param name="Number">Number of the dot as the person knows it.</param>
public sealed record MarkPoint(
    SitePoint Place, double AcrossHalfWidthMetres, Estimate? Depth, Verdict Verdict, int Number, bool Exposed = false)
{
    /// <summary>By what it was found.</summary>
    public MarkedBy By { get; init; }

    /// <summary>True where nothing but the place right here is in doubt, and not which line it is.</summary>
    public bool IsDoubtOfPlace { get; init; }

    /// <summary>Depth to the centre by the receiver or the sonde alone, where a radar had a say too; null elsewhere.</summary>
    public Estimate? WithoutRadar { get; init; }

    /// <summary>Depth to the centre by the radar alone, where one saw it; null elsewhere.</summary>
    public Estimate? ByRadar { get; init; }
}
