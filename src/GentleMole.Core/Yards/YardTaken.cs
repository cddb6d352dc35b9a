namespace GentleMole.Core.Yards;

/// <summary>A reading that was taken.</summary>
/// <param name="Hookup">Number of the hookup it is of, from 1; 0 before any.</param>
public sealed record YardTaken(int Hookup, YardReadingAsk Ask, YardShown Shown);
