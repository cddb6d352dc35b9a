using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>A line that is known or believed to be near.</summary>
public sealed record KnownLine(string Name, Run Run);
