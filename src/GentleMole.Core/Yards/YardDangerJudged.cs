namespace GentleMole.Core.Yards;

/// <summary>TRUTH: something that put somebody in danger.</summary>
/// <param name="Hookup">Number of the hookup, from 1.</param>
/// <param name="Line">The line that it was about.</param>
/// <param name="Metres">How near the stake came; NaN where it was no matter of that.</param>
/// <param name="Points">That it cost.</param>
public sealed record YardDangerJudged(YardDanger Danger, int Hookup, string Line, double Metres, double Points);
