namespace GentleMole.Core.Ledger;

/// <summary>What can be asked of a ledger: one rule for pages and API.</summary>
public static class LedgerRules
{
    /// <summary>Fewer stations say nothing.</summary>
    public const int FewestStations = 3;

    /// <summary>Most stations.</summary>
    public const int MostStations = 300;

    /// <summary>Most tees, and most branches of one.</summary>
    public const int MostTees = 40;

    /// <summary>Along a line, metres.</summary>
    public static readonly Bounds Chainage = new(-1e6, 1e6);

    /// <summary>Currents on a line, mA.</summary>
    public static readonly Bounds Milliamps = new(1e-4, 1e6);

    /// <summary>Currents on a branch, mA: nothing is a reading too.</summary>
    public static readonly Bounds BranchMilliamps = new(0, 1e6);

    /// <summary>Depths, metres.</summary>
    public static readonly Bounds Depth = new(0, 100);

    /// <summary>Standard deviation of a reading as a part of it.</summary>
    public static readonly Bounds Noise = new(0.002, 0.5);

    /// <summary>Wrong entries, by the way to them; empty when it can be answered.</summary>
    public static List<FieldError> Check(LedgerTask task)
    {
        var errors = new List<FieldError>();
        if (task.Stations.Count is < FewestStations or > MostStations)
        {
            errors.Add(new FieldError("stations", task.Stations.Count < FewestStations
                ? $"There are {task.Stations.Count} stations; at least {FewestStations} are needed." : $"There are {task.Stations.Count} stations; {MostStations} is the most."));
            return errors;
        }

        if (task.Tees.Count > MostTees)
        {
            errors.Add(new FieldError("tees", $"There are {task.Tees.Count} tees; {MostTees} is the most."));
            return errors;
        }

        for (var i = 0; i < task.Stations.Count; i++)
        {
            Chainage.Refuse(errors, task.Stations[i].ChainageMetres, $"stations[{i}].chainageMetres", "how far along the line it was read, in metres");
            Milliamps.Refuse(errors, task.Stations[i].Milliamps, $"stations[{i}].currentMilliamps", "the current that was read, in milliamperes");
            Depth.Refuse(errors, task.Stations[i].Depth?.Metres, $"stations[{i}].depthMetres", "the depth that was shown, in metres");
        }

        if (errors.Count == 0 && task.Stations.Max(s => s.ChainageMetres) - task.Stations.Min(s => s.ChainageMetres) < LeastWalkMetres)
        {
            errors.Add(new FieldError("stations", "All stations lie in one place; a ledger needs a way along the line."));
        }

        for (var i = 0; i < task.Tees.Count; i++)
        {
            Chainage.Refuse(errors, task.Tees[i].ChainageMetres, $"tees[{i}].chainageMetres", "how far along the line it lies, in metres");
            if (task.Tees[i].BranchesMilliamps.Count is 0 or > MostTees)
            {
                errors.Add(new FieldError($"tees[{i}].branchesMilliamps", "It must be the current on every way out of the tee, one at least."));
                continue;
            }

            for (var k = 0; k < task.Tees[i].BranchesMilliamps.Count; k++)
            {
                BranchMilliamps.Refuse(errors, task.Tees[i].BranchesMilliamps[k], $"tees[{i}].branchesMilliamps[{k}]", "the current on this way out, in milliamperes");
            }
        }

        Milliamps.Refuse(errors, task.SentMilliamps, "sentMilliamps", "the current that the transmitter sends, in milliamperes");
        Noise.Refuse(errors, task.RelativeNoise, "relativeNoise", "the scatter of a reading as a part of it");
        return errors;
    }

    private const double LeastWalkMetres = 1e-3;
}
