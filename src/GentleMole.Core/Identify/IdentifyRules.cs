using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Identify;

/// <summary>What can be asked: one rule for pages and API. The network itself is checked by <see cref="NetworkRules"/>.</summary>
public static class IdentifyRules
{
    /// <summary>Most dots that are judged together.</summary>
    public const int MostDots = 60;

    /// <summary>Most readings of a row.</summary>
    public const int MostReadings = 200;

    /// <summary>Most lines of a ground: each is in every variant of it.</summary>
    public const int MostLines = 30;

    /// <summary>Most metres of line, for the same reason.</summary>
    public const double MostMetres = 5000;

    /// <summary>Offset on a tape across, metres.</summary>
    public static readonly Bounds Offset = new(-50, 50);

    /// <summary>How well a line's place is known, metres.</summary>
    public static readonly Bounds Doubt = new(0, 20);

    /// <summary>Depth that is shown, metres.</summary>
    public static readonly Bounds Depth = new(0.001, 100);

    /// <summary>Rise over lift.</summary>
    public static readonly Bounds LiftRatio = new(-20, 20);

    /// <summary>Response along over across.</summary>
    public static readonly Bounds Sideways = new(0, 100);

    /// <summary>Height of a reading's sensor, metres.</summary>
    public static readonly Bounds Height = new(0, 10);

    /// <summary>Currents, mA.</summary>
    public static readonly Bounds Milliamps = new(0, 1e6);

    /// <summary>Responses, nT.</summary>
    public static readonly Bounds Nanotesla = new(0, 1e9);

    /// <summary>Wrong entries, by the way to them; empty when it can be answered.</summary>
    public static List<FieldError> Check(IdentifyTask task)
    {
        var errors = new List<FieldError>();
        void Add(string field, string sentence) => errors.Add(new FieldError(field, sentence));

        const string lines = $"network.{nameof(BuriedNetwork.Lines)}";
        if (task.Network.Lines.Count > MostLines || task.Network.Lines.Sum(l => l.LengthMetres) > MostMetres)
        {
            Add(lines, $"There are more than {MostLines} lines, or more than {MostMetres / 1000:0} km of them; leave out what lies far from the dots.");
            return errors;
        }

        if (task.Network.Lines.Any(l => l.Id == GroundSampler.Unknown))
        {
            Add(lines, "A line has the name that stands for one that nobody drew; call it otherwise.");
            return errors;
        }

        errors.AddRange(NetworkRules.Check(task.Network, task.Source, task.Hertz));
        for (var i = 0; i < task.Network.Lines.Count; i++)
        {
            Doubt.Refuse(errors, task.DoubtMetres[i], $"{lines}[{i}].{nameof(task.DoubtMetres)}", "how well the line's place is known, in metres");
            if (!SiteRules.IsRun([.. task.Network.Lines[i].Points.Select(p => p.OnPlan)]))
            {
                Add($"{lines}[{i}].{nameof(NetworkLine.Points)}", "Seen from above all its points lie in one place; a line that is followed needs a length on the plan.");
            }
        }

        if (task.Network.Lines.All(l => l.Id != task.Target))
        {
            Add(nameof(task.Target), $"There is no line called \"{task.Target}\".");
        }

        Milliamps.Refuse(errors, task.ShownMilliamps, "shown.currentMilliamps", "the current that the transmitter shows");
        new Bounds(0, 1e4).Refuse(errors, task.ShownVolts, "shown.volts", "the volts that the transmitter shows");
        foreach (var (hertz, i) in task.Frequencies.Select((f, i) => (f, i)))
        {
            new Bounds(NetworkRules.LeastHertz, NetworkRules.MostHertz).Refuse(errors, hertz, $"frequenciesHertz[{i}]", "a frequency");
        }

        if (task.Dots.Count is 0 or > MostDots)
        {
            Add("observations", task.Dots.Count == 0 ? "There is no observation; at least one is needed." : $"There are {task.Dots.Count} observations; {MostDots} is the most.");
            return errors;
        }

        for (var i = 0; i < task.Dots.Count; i++)
        {
            Check(task.Dots[i], $"observations[{i}]", errors);
        }

        return errors;
    }

    private static void Check(ObservedDot dot, string path, List<FieldError> errors)
    {
        if (!SiteRules.IsPlace(dot.Position))
        {
            errors.Add(new FieldError($"{path}.position", "It must be a place within 100 km of the origin."));
        }

        Offset.Refuse(errors, dot.PeakOffsetMetres, $"{path}.peakOffsetMetres", "where the response peaks on the tape, in metres");
        Offset.Refuse(errors, dot.NullOffsetMetres, $"{path}.nullOffsetMetres", "where the null is on the tape, in metres");
        Depth.Refuse(errors, dot.Depth?.Metres, $"{path}.depthMetres", "the depth that is shown, in metres");
        Milliamps.Refuse(errors, dot.CurrentMilliamps, $"{path}.currentMilliamps", "the current that is shown");
        Nanotesla.Refuse(errors, dot.PeakNanotesla, $"{path}.peakNanotesla", "the response at the peak");
        LiftRatio.Refuse(errors, dot.LiftRatio, $"{path}.liftRatio", "the rise of the depth over the lift");
        Sideways.Refuse(errors, dot.SidewaysFraction, $"{path}.sidewaysFraction", "the response along the walk over that across");
        if (dot.Readings.Count > MostReadings)
        {
            errors.Add(new FieldError($"{path}.readings", $"There are {dot.Readings.Count} readings; {MostReadings} is the most."));
            return;
        }

        for (var k = 0; k < dot.Readings.Count; k++)
        {
            Offset.Refuse(errors, dot.Readings[k].OffsetMetres, $"{path}.readings[{k}].offsetMetres", "where it was read on the tape, in metres");
            Height.Refuse(errors, dot.Readings[k].HeightMetres, $"{path}.readings[{k}].heightMetres", "the height of the sensor, in metres");
            Nanotesla.Refuse(errors, dot.Readings[k].Peak, $"{path}.readings[{k}].peak", "the size of the peak response");
            Nanotesla.Refuse(errors, dot.Readings[k].Null, $"{path}.readings[{k}].null", "the size of the null response");
        }
    }
}
