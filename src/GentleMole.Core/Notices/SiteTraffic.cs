namespace GentleMole.Core.Notices;

/// <summary>Traffic where the locator walks.</summary>
public enum SiteTraffic
{
    /// <summary>Off the carriageway.</summary>
    None = 0,
    Light = 1,
    Busy = 2,
}
