using GentleMole.Core.Lines;

namespace GentleMole.Core.Pinpoint;

/// <summary>A depth that the receiver shows and the height of its tip above ground.</summary>
public sealed record ShownDepth(double Metres, Height Tip)
{
    /// <summary>The same, seen from the ground.</summary>
    public Depth Depth => Depth.From(Metres, Tip);
}
