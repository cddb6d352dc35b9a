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

    /// <summary>Asks for nothing that cannot be done, before anything is begun.</summary>
    /// <exception cref="IOException">An option makes no sense; the message says which and what it should be.</exception>
    public void Check()
    {
        if (string.IsNullOrWhiteSpace(Data))
        {
            throw new IOException("--Data is empty; it must be a directory.");
        }

        if (Centre is { Length: > 0 } centre && centre is not ("off" or "simulated")
            && !(Uri.TryCreate(centre, UriKind.Absolute, out var address) && (address.Scheme == Uri.UriSchemeHttps || address.Scheme == Uri.UriSchemeHttp)))
        {
            throw new IOException($"--Centre is '{centre}'; it must be the address of a notice centre like https://centre.example, or simulated, or off.");
        }
    }

    /// <summary>A moment at which the clock stands still, ISO 8601; empty for the real time.</summary>
    public string? Now { get; set; }
}
