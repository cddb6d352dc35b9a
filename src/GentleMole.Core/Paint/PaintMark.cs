using GentleMole.Core.Site;

namespace GentleMole.Core.Paint;

/// <summary>One thing to put on the ground.</summary>
/// <param name="From">Where it begins; of what has no length, its place.</param>
/// <param name="To">Where it ends.</param>
/// <param name="ChainageMetres">Of its middle along the line.</param>
/// <param name="Text">What is written; empty for strokes.</param>
public sealed record PaintMark(PaintMarkKind Kind, SitePoint From, SitePoint To, double ChainageMetres, string Text = "")
{
    /// <summary>Length of the stroke, metres.</summary>
    public double LengthMetres => From.DistanceTo(To);
}
