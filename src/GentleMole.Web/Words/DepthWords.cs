using GentleMole.Core.Pinpoint;

namespace GentleMole.Web.Words;

/// <summary>Words for depths by several ways.</summary>
internal static class DepthWords
{
    public static string Way(DepthWay way) => way switch
    {
        DepthWay.Receiver => "Receiver",
        DepthWay.Lift => "Raised, less the lift",
        DepthWay.TurnedRound => "Turned round",
        DepthWay.Tilt => "45° null",
        DepthWay.Width => "Width of the peak",
        DepthWay.Row => "Row across",
    };

    /// <summary>The same where there is little room.</summary>
    public static string Short(DepthWay way) => way switch
    {
        DepthWay.Receiver => "shown",
        DepthWay.Lift => "raised",
        DepthWay.TurnedRound => "turned",
        DepthWay.Tilt => "45°",
        DepthWay.Width => "width",
        DepthWay.Row => "row",
    };

    /// <summary>What the depths say side by side.</summary>
    /// <param name="rowDecides">The row has found a neighbour, and the other ways only stand beside it.</param>
    public static string Together(DepthComparison depths, bool rowDecides) =>
        (rowDecides ? "The other ways take this for the field of one line; the row has taken the neighbour out, and is gone by."
            : depths.Ways.Count == 1 ? "One way alone: nothing speaks for it or against it."
            : depths.Agree ? "They agree." : "They do not agree: the ± is wider by as much as they scatter.")
        + " To the centre, never a clearance to dig to.";
}
