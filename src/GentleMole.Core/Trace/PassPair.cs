namespace GentleMole.Core.Trace;

/// <summary>A dot of the second pass and the first pass where it went by.</summary>
/// <param name="Second">The dot.</param>
/// <param name="First">The dot of the first pass that is nearest.</param>
/// <param name="ChainageMetres">Along the first pass.</param>
/// <param name="ApartMetres">How far the second lies right of the first, signed.</param>
/// <param name="RoomMetres">How far apart they may lie and be one place: both ± together, 95 %.</param>
/// <param name="Combined">Place of both together, from the first, right positive, 95 %.</param>
/// <param name="DeeperMetres">How much deeper the second is; null where either has no depth.</param>
/// <param name="DepthRoomMetres">By how much depths may differ.</param>
public sealed record PassPair(
    PassDot Second, PassDot First, double ChainageMetres, double ApartMetres, double RoomMetres, Estimate Combined, double? DeeperMetres, double? DepthRoomMetres)
{
    /// <summary>They are one place.</summary>
    public bool Agrees => Math.Abs(ApartMetres) <= RoomMetres;
}
