using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.StandIns;

/// <summary>What a simulated walk with a frame needs to know.</summary>
/// <param name="Sheath">The hidden leaks, along the cable.</param>
/// <param name="Cable">Where it runs, from the near end on.</param>
/// <param name="SpacingMetres">From reading to reading.</param>
/// <param name="StartedAt">Moment of the first reading.</param>
public sealed record FrameWalkOrder(int JobId, MadeUpSheath Sheath, Run Cable, double SpacingMetres, Instant StartedAt, int Seed);
