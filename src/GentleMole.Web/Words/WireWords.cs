using GentleMole.Core.Wires;

namespace GentleMole.Web.Words;

/// <summary>Words for control wires and their valves.</summary>
internal static class WireWords
{
    public static string Strength(WireStrength strength) => strength switch
    {
        WireStrength.Unknown => "not listened",
        WireStrength.None => "nothing",
        WireStrength.Weak => "weak",
        WireStrength.Strong => "strong",
    };

    public static string Role(WireRole role) => role switch
    {
        WireRole.Unknown => "not told yet",
        WireRole.Common => "common",
        WireRole.Station => "station wire",
        WireRole.Lost => "reaches no valve",
    };

    /// <summary>What a circle says, and what is done next.</summary>
    public static string Splice(SpliceCircle circle) => circle.Finding switch
    {
        SpliceFinding.Nothing => "Nothing is heard on the circle. Go back to where the signal was clear, and circle there.",
        SpliceFinding.Ends => $"The wire comes from {circle.Ways[0].Way} and goes nowhere: it ends inside, dives or is broken. Circle again wider; then look for a valve, a coil of spare wire or a cut.",
        SpliceFinding.Through => $"The wire goes straight through, from {circle.Ways[0].Way} to {circle.Ways[1].Way}: no splice here. Follow it on.",
        SpliceFinding.Turns => $"The wire turns inside, from {circle.Ways[0].Way} to {circle.Ways[1].Way}. Follow it on in small steps.",
        SpliceFinding.Splice => $"Wires are joined inside: {circle.Ways.Count} ways lead out, at {string.Join(", ", circle.Ways.Select(w => w.Way.ToString()))}. "
            + (circle.In is { } into ? $"The signal comes in at {circle.Ways[into].Way}. " : "")
            + (circle.MissingPart is { } missing && missing > 0.25 ? $"{missing * 100:0} % of it leaves on no way that was heard: listen again between them, and lower." : "Follow each."),
    };
}
