using GentleMole.Core.Radar;

namespace GentleMole.Web.Stages;

/// <summary>What a recording says of itself.</summary>
internal sealed record ProfileFacts(DirectWave Direct, NoiseFloor Floor);
