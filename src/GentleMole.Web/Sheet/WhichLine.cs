using GentleMole.Core.Identify;

namespace GentleMole.Web.Sheet;

/// <summary>Which line a dot is on, or why nobody can say.</summary>
/// <param name="Task">What was asked; null where nothing could be.</param>
/// <param name="Dot">Which of its dots.</param>
internal sealed record WhichLine(DotIdentity? Identity, NoIdentity WhyNot, IdentifyTask? Task, int Dot)
{
    /// <summary>Current at the dot that was judged before it in the same ground.</summary>
    public double? LastMilliamps => Dot > 0 ? Task!.Dots[Dot - 1].CurrentMilliamps : null;

    public static WhichLine Unknown(NoIdentity why) => new(null, why, null, 0);
}
