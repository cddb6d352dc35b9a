using GentleMole.Core.Practice;
using GentleMole.Core.Site;

namespace GentleMole.StandIns;

/// <summary>What a simulated radar cart needs to know.</summary>
/// <param name="Way">Straight line that it is pushed along.</param>
/// <param name="Ground">The hidden ground under it.</param>
/// <param name="WheelFactor">True metres of one that its wheel counts.</param>
public sealed record CartOrder(int JobId, string Name, Run Way, RadarGround Ground, double WheelFactor, int Seed);
