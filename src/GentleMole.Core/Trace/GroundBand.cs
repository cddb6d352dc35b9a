using GentleMole.Core.Identify;

namespace GentleMole.Core.Trace;

/// <summary>What the ground as it is drawn expects of a sign: nineteen readings in twenty lie within.</summary>
public sealed record GroundBand(SignKind Kind, double Low, double High)
{
    /// <summary>Of the signs of a dot, if the line that is wanted makes its response. Signs that tell the place – peak and null, the shape of a row – keep the measure of a clean field.</summary>
    /// <param name="isAwayWithWalk">True where the current away from the transmitter runs the way of walking.</param>
    /// <param name="lastMilliamps">Current of the dot before among those that were judged; null for the first.</param>
    public static IReadOnlyList<GroundBand> Of(DotIdentity identity, bool isAwayWithWalk, double? lastMilliamps)
    {
        var bands = new List<GroundBand>();
        foreach (var sign in identity.Signs)
        {
            if (sign.Expected.FirstOrDefault(e => e.Kind == HypothesisKind.Target) is not { } expected)
            {
                continue;
            }

            var (least, most) = (expected.Least, expected.Most);
            bands.AddRange(sign.Sign switch
            {
                // Against the dot before it is the sharper: what is not known of the ground falls out.
                IdentitySign.CurrentFromLast when lastMilliamps is { } last => [new GroundBand(SignKind.Current, Math.Max(0, least) * last, most * last)],
                IdentitySign.Current when lastMilliamps is null || !identity.Signs.Any(s => s.Sign == IdentitySign.CurrentFromLast && s.Expected.Any(e => e.Kind == HypothesisKind.Target)) => [new GroundBand(SignKind.Current, Math.Max(0, least), most)],
                IdentitySign.Depth => [new GroundBand(SignKind.DepthPlausible, Math.Max(0, least), most)],
                IdentitySign.Direction => [new GroundBand(SignKind.Direction, 0, Math.Min(90, Math.Max(Math.Abs(least), Math.Abs(most))))],
                IdentitySign.Sideways => [new GroundBand(SignKind.Sideways, 0, 100 * most)],
                IdentitySign.Lift => [new GroundBand(SignKind.Lift, least, most)],
                IdentitySign.Way => Ways(expected, isAwayWithWalk),
                IdentitySign.Current or IdentitySign.CurrentFromLast or IdentitySign.Level or IdentitySign.NullFromPeak => Array.Empty<GroundBand>(),
            });
        }

        return bands;
    }

    /// <summary>One way where nineteen grounds in twenty agree on it, else either.</summary>
    private static GroundBand[] Ways(SignExpected expected, bool isAwayWithWalk)
    {
        var (least, most) = isAwayWithWalk ? (expected.Least, expected.Most) : (-expected.Most, -expected.Least);
        return [new GroundBand(SignKind.CurrentDirection, Math.Sign(least), Math.Sign(most))];
    }
}
