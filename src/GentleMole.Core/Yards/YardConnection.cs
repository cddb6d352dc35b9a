using GentleMole.Core.Hookup;

namespace GentleMole.Core.Yards;

/// <summary>Something at a feature that a lead or a clamp goes on.</summary>
/// <param name="Id">The same for the same yard and seed.</param>
/// <param name="What">As it looks.</param>
/// <param name="Methods">What can be put on it.</param>
/// <param name="On">TRUTH: the line that it really is of.</param>
/// <param name="AtMetres">TRUTH: where along that line.</param>
public sealed record YardConnection(string Id, YardContact What, IReadOnlyList<HookupMethod> Methods, string On, double AtMetres);
