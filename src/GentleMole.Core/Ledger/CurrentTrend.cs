namespace GentleMole.Core.Ledger;

/// <summary>How a current goes along a line, its steps left out.</summary>
public enum CurrentTrend
{
    /// <summary>Neither falls nor rises beyond its doubt.</summary>
    Steady = 0,

    /// <summary>Leaks away.</summary>
    Falling,

    /// <summary>Grows, as on a long earthed line at a high frequency.</summary>
    Rising,
}
