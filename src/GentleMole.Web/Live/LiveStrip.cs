using GentleMole.Core.Sweeps;

namespace GentleMole.Web.Live;

/// <summary>The strip of one device in one mode on a job, as it runs.</summary>
/// <param name="Number">Names it among those of its job.</param>
/// <param name="Who">The device, by its token.</param>
/// <param name="Word">Under which it sends.</param>
internal sealed record LiveStrip(int Number, string Who, string Word)
{
    /// <summary>Samples of a strip that are held: some ten minutes of a walk.</summary>
    public const int MostSamples = 4000;

    public WalkStrip Strip { get; } = new(0, MostSamples);
}
