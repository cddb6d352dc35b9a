using GentleMole.Store.Evidence;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>Evidence of which no dot was made.</summary>
/// <param name="Count">All of it.</param>
/// <param name="Samples">What is at hand: all for a file, the latest for a drawing.</param>
internal sealed record LooseEvidence(int Count, IReadOnlyList<Sample> Samples)
{
    public static LooseEvidence None { get; } = new(0, []);
}
