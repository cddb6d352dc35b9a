namespace GentleMole.Web.Setup;

/// <summary>What can be set from outside: appsettings, environment, command line.</summary>
internal sealed class MoleOptions
{
    /// <summary>Directory that holds everything that is kept.</summary>
    public string Data { get; set; } = "data";

    /// <summary>Start with the made-up jobs, and with their known token.</summary>
    public bool Demo { get; set; }

    /// <summary>A moment at which the clock stands still, ISO 8601; empty for the real time.</summary>
    public string? Now { get; set; }
}
