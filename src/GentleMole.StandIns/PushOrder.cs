using GentleMole.Core.Practice;
using NodaTime;

namespace GentleMole.StandIns;

/// <summary>What a simulated push needs to know.</summary>
/// <param name="Drain">The hidden drain.</param>
/// <param name="Cables">Cable paid out at each stop, metres.</param>
/// <param name="StartedAt">Moment of the first reading.</param>
public sealed record PushOrder(int JobId, HiddenDrain Drain, IReadOnlyList<double> Cables, Instant StartedAt, int Seed);
