using GentleMole.Core.Identify;

namespace GentleMole.Web.Sheet;

/// <summary>Which line a dot is on, or why nobody can say.</summary>
/// <param name="Task">What was asked; null where nothing could be.</param>
/// <param name="Dot">Which of its dots.</param>
/// <param name="LastMilliamps">Current at the dot before it that the line goes through, where that was judged in the same ground.</param>
internal sealed record WhichLine(DotIdentity? Identity, NoIdentity WhyNot, IdentifyTask? Task, int Dot, double? LastMilliamps)
{
    public static WhichLine Unknown(NoIdentity why) => new(null, why, null, 0, null);
}
