using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>Responses in their order along a run, with the way drawn through them in a frame of its own.</summary>
/// <param name="Hits">Counted as in <see cref="WalkedGrid.Met"/>.</param>
/// <param name="Along">Of each, metres along <paramref name="Ahead"/> from <paramref name="Origin"/>.</param>
/// <param name="Sines">Of the angles at which the lines of the responses are crossed.</param>
/// <param name="Aside">To the right of the frame.</param>
/// <param name="Cover">Corrected for the angles, metres.</param>
/// <param name="Missed">Lines crossed between its ends that met nothing and say something by that.</param>
/// <param name="LogOdds">Of such a body against chance.</param>
internal sealed record RunPath(
    int[] Hits, SitePoint Origin, SitePoint Ahead, double[] Along, double[] Sines, SlopeSmoother Aside, SlopeSmoother Cover, int Missed, double LogOdds)
{
    public SitePoint At(int k) => Origin + (Ahead * Along[k]) + (Ahead.Right * Aside.Value(k));

    /// <summary>Unit direction there.</summary>
    public SitePoint Way(int k) => (Ahead + (Ahead.Right * Aside.Slope(k))).Unit();
}
