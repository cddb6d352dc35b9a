namespace GentleMole.Core.Candidates;

/// <summary>What can be asked of a search for lines: one rule for pages and API.</summary>
public static class CandidateRules
{
    /// <summary>Most passes.</summary>
    public const int MostPasses = 400;

    /// <summary>Most responses.</summary>
    public const int MostResponses = 2000;

    /// <summary>East and north of the ends of passes, metres.</summary>
    public static readonly Bounds Place = new(-1e6, 1e6);

    /// <summary>Length of a pass, metres.</summary>
    public static readonly Bounds PassLength = new(0.05, 5000);

    /// <summary>Depths, metres.</summary>
    public static readonly Bounds Depth = new(0.01, 100);

    /// <summary>Currents, mA.</summary>
    public static readonly Bounds Milliamps = new(1e-4, 1e6);

    /// <summary>Directions, degrees.</summary>
    public static readonly Bounds Direction = new(-360, 360);

    /// <summary>Standard deviation of a response's place, metres.</summary>
    public static readonly Bounds Sigma = new(0.005, 2);

    /// <summary>A place along a pass may go beyond its end by what was rounded.</summary>
    private const double RoundedMetres = 0.05;

    /// <summary>Wrong entries, by the way to them; empty when it can be answered.</summary>
    public static List<FieldError> Check(CandidateTask task)
    {
        var errors = new List<FieldError>();
        if (task.Passes.Count is 0 or > MostPasses)
        {
            errors.Add(new FieldError("passes", task.Passes.Count == 0 ? "There is no pass; a search needs what was walked." : $"There are {task.Passes.Count} passes; {MostPasses} is the most."));
        }

        if (task.Responses.Count > MostResponses)
        {
            errors.Add(new FieldError("responses", $"There are {task.Responses.Count} responses; {MostResponses} is the most."));
        }

        Sigma.Refuse(errors, task.PositionSigmaMetres, "positionSigmaMetres", "how far a response scatters, in metres");
        if (errors.Count > 0)
        {
            return errors;
        }

        for (var i = 0; i < task.Passes.Count; i++)
        {
            var pass = task.Passes[i];
            Place.Refuse(errors, pass.From.East, $"passes[{i}].from", "metres east and north");
            Place.Refuse(errors, pass.From.North, $"passes[{i}].from", "metres east and north");
            Place.Refuse(errors, pass.To.East, $"passes[{i}].to", "metres east and north");
            Place.Refuse(errors, pass.To.North, $"passes[{i}].to", "metres east and north");
            if (!PassLength.Hold(pass.LengthMetres) && !errors.Exists(e => e.Field.StartsWith($"passes[{i}].", StringComparison.Ordinal)))
            {
                errors.Add(new FieldError($"passes[{i}].to", FormattableString.Invariant($"The pass is {pass.LengthMetres:0.###} m long; it must be from {PassLength.Least:G6} to {PassLength.Most:G6} m.")));
            }
        }

        for (var i = 0; i < task.Responses.Count; i++)
        {
            var response = task.Responses[i];
            Depth.Refuse(errors, response.Depth?.Metres, $"responses[{i}].depthMetres", "the depth that was shown, in metres");
            Milliamps.Refuse(errors, response.Milliamps, $"responses[{i}].currentMilliamps", "the current that was shown, in milliamperes");
            if (response.Pass < 0 || response.Pass >= task.Passes.Count)
            {
                errors.Add(new FieldError($"responses[{i}].pass", "There is no such pass."));
            }
            else if (!(response.AlongMetres >= -RoundedMetres && response.AlongMetres <= task.Passes[response.Pass].LengthMetres + RoundedMetres))
            {
                errors.Add(new FieldError($"responses[{i}].alongMetres", FormattableString.Invariant($"It must lie on its pass, from 0 to {task.Passes[response.Pass].LengthMetres:0.###} m.")));
            }
        }

        return errors;
    }
}
