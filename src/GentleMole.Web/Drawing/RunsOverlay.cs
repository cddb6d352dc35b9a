using GentleMole.Core.Site;

namespace GentleMole.Web.Drawing;

/// <summary>What radar lines join up to, on the plan.</summary>
/// <param name="Runs">Each with its number, the strip in which it lies (half of it, metres), and whether somebody decided it.</param>
/// <param name="Isolated">Responses that belong to none.</param>
/// <param name="Chosen">Number of the run at hand.</param>
internal sealed record RunsOverlay(IReadOnlyList<(IReadOnlyList<SitePoint> Points, int Number, double StripMetres, bool IsDecided, string Link)> Runs, IReadOnlyList<SitePoint> Isolated, int? Chosen)
{
    /// <summary>Stretches of the run at hand over which the ground may be wet.</summary>
    public IReadOnlyList<IReadOnlyList<SitePoint>> Wet { get; init; } = [];
}
