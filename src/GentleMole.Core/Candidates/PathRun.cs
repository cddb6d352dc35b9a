namespace GentleMole.Core.Candidates;

/// <summary>All crossings of a path, what was found at each, and the modes in which the line is heard.</summary>
internal sealed record PathRun(List<PathCrossing> Crossings, (int Hit, double Gain)[] Found, int Modes)
{
    /// <summary>The run from its first response to its last.</summary>
    public (int First, int Last) Trimmed((int First, int Last) run, WalkedSite site)
    {
        var (first, last) = run;
        while (first < last && !IsMet(first, site))
        {
            first++;
        }

        while (last > first && !IsMet(last, site))
        {
            last--;
        }

        return (first, last);
    }

    private bool IsMet(int i, WalkedSite site) => Found[i].Hit >= 0 && (Modes & (1 << site.Passes[Crossings[i].Pass].Mode)) != 0;
}
