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

    /// <summary>Key by which the notice centre knows this firm; asked for wherever the centre is not on this machine.</summary>
    public string? CentreKey { get; set; }

    /// <summary>Instead of serving: <c>backup</c>, <c>restore</c>, <c>verify</c>, <c>unlock</c> or <c>password</c>.</summary>
    public string? Command { get; set; }

    /// <summary>Sign-in name of the command.</summary>
    public string? Name { get; set; }

    /// <summary>The command also takes off the second factor.</summary>
    public bool NoSecondFactor { get; set; }

    /// <summary>Port at which the application answers on this machine, for the links that a command prints.</summary>
    public int Port { get; set; } = 5080;

    /// <summary>File of the command.</summary>
    public string? File { get; set; }

    /// <summary>Address by which people reach this from outside, through a proxy: <c>https://mole.example</c>. Empty: only this machine.</summary>
    public string? PublicAddress { get; set; }

    /// <summary>Addresses or networks of proxies whose word on callers is believed, with commas between; those of this machine when empty.</summary>
    public string? TrustedProxies { get; set; }

    /// <summary>File of the key that signs the log; outside the data directory. Empty: in the home of whoever runs this.</summary>
    public string? HeadKey { get; set; }

    /// <summary>A head that somebody kept, for the command <c>verify</c>: does the log still hold it?</summary>
    public string? Head { get; set; }

    /// <summary>A file with a signed head that somebody kept, for the same.</summary>
    public string? Since { get; set; }

    /// <summary>Asks for nothing that cannot be done, before anything is begun.</summary>
    /// <exception cref="IOException">An option makes no sense; the message says which and what it should be.</exception>
    public void Check()
    {
        if (string.IsNullOrWhiteSpace(Data))
        {
            throw new IOException("--Data is empty; it must be a directory.");
        }

        _ = Setup.PublicAddress.Parse(PublicAddress);
        _ = Setup.PublicAddress.Proxies(TrustedProxies);
        if (Centre is not { Length: > 0 } centre || centre is "off" or "simulated")
        {
            return;
        }

        if (!Uri.TryCreate(centre, UriKind.Absolute, out var address) || !(address.Scheme == Uri.UriSchemeHttps || address.Scheme == Uri.UriSchemeHttp))
        {
            throw new IOException($"--Centre is '{centre}'; it must be the address of a notice centre like https://centre.example, or simulated, or off.");
        }

        // What goes over other people's wires can be read and changed there, and whoever answers at an address may be anybody.
        if (!address.IsLoopback && (address.Scheme != Uri.UriSchemeHttps || string.IsNullOrWhiteSpace(CentreKey)))
        {
            throw new IOException($"--Centre is '{centre}', which is not on this machine: it must begin with https:// and CentreKey must hold the key that the centre gave to this firm.");
        }
    }

    /// <summary>A moment at which the clock stands still, ISO 8601; empty for the real time.</summary>
    public string? Now { get; set; }
}
