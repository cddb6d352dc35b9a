namespace GentleMole.Core.Notices;

/// <summary>Traffic where the locator walks.</summary>
public enum SiteTraffic
{
    /// <summary>Off the carriageway.</summary>
    None,
    Light,
    Busy,
}
