namespace GentleMole.Core.Notices;

/// <summary>Traffic where the locator walks.</summary>
public enum SiteTraffic
{
    /// <summary>Off the carriageway.</summary>
    None = 0,

    /// <summary>Now and then a car.</summary>
    Light = 1,

    /// <summary>Cars all the time.</summary>
    Busy = 2,
}
