namespace GentleMole.Web.Setup;

/// <summary>What can be set from outside: appsettings, environment, command line.</summary>
internal sealed class MoleOptions
{
    /// <summary>Directory that holds everything that is kept.</summary>
    public string Data { get; set; } = "data";

    /// <summary>Start with the made-up jobs, and with their known token.</summary>
    public bool Demo { get; set; }

    /// <summary>
    /// The notice centre: its address, <c>simulated</c> for the stand-in that ships with the demo, empty or <c>off</c> for none.
    /// </summary>
    public string? Centre { get; set; }

    /// <summary>Instead of serving: <c>backup</c>, <c>restore</c> or <c>verify</c>.</summary>
    public string? Command { get; set; }

    /// <summary>File of the command.</summary>
    public string? File { get; set; }

    /// <summary>A moment at which the clock stands still, ISO 8601; empty for the real time.</summary>
    public string? Now { get; set; }
}
