namespace GentleMole.Core.Follow;

/// <summary>A dot beside the line that was fitted to all.</summary>
/// <param name="ChainageMetres">Along the fitted line.</param>
/// <param name="OffsetMetres">How far right of the line the dot stands.</param>
/// <param name="ByOthersMetres">How far right of the line through the others it stands.</param>
/// <param name="RoomMetres">± of that, 95 %.</param>
/// <param name="IsOutlier">The others contradict it: the line is fitted without it.</param>
/// <param name="IsDepthOutlier">The depths of the others contradict its depth.</param>
public sealed record FittedDot(FollowedDot Dot, double ChainageMetres, double OffsetMetres, double ByOthersMetres, double RoomMetres, bool IsOutlier, bool IsDepthOutlier);
