namespace GentleMole.Store.Model;

/// <summary>What a candidate line turned out to be.</summary>
public enum FoundAs
{
    /// <summary>A line that the notice asks about.</summary>
    Target = 0,

    /// <summary>A neighbour that plans or the sheet know.</summary>
    Neighbour = 1,

    /// <summary>A line that nobody knew of.</summary>
    Unknown = 2,

    /// <summary>The stake, the lead, the transmitter heard through the air: no line.</summary>
    Ghost = 3,
}
