using GentleMole.Core.Yards;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Web.Practice;

/// <summary>A round as it is in play.</summary>
/// <param name="Row">As it is kept, without its steps.</param>
/// <param name="Round">TRUTH is in it.</param>
/// <param name="Times">When each reading was taken, in their order.</param>
/// <param name="Hooked">When each hookup was made.</param>
internal sealed record PracticePlay(PracticeRound Row, YardRound Round, List<Instant> Times, List<Instant> Hooked)
{
    /// <summary>Steps that are kept.</summary>
    public int Steps { get; set; }
}
