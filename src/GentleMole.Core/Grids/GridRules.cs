using GentleMole.Core.Candidates;
using GentleMole.Core.Radar;

namespace GentleMole.Core.Grids;

/// <summary>What can be asked of a grid of radar lines: one rule for pages and API.</summary>
public static class GridRules
{
    /// <summary>Most lines.</summary>
    public const int MostLines = 400;

    /// <summary>Most responses of all lines together.</summary>
    public const int MostTargets = 4000;

    /// <summary>Length of a name.</summary>
    public const int MostName = 60;

    /// <summary>± of a cover, metres.</summary>
    public static readonly Bounds CoverUncertainty = new(0, 10);

    /// <summary>How sure a response is, 0 to 1.</summary>
    public static readonly Bounds Confidence = new(0, 1);

    /// <summary>A place along a line may go beyond its end by what was rounded, metres.</summary>
    public const double RoundedMetres = 0.05;

    /// <summary>Wrong entries, by the way to them; empty when it can be answered.</summary>
    public static List<FieldError> Check(IReadOnlyList<GridLine> lines)
    {
        var errors = new List<FieldError>();
        if (lines.Count is 0 or > MostLines)
        {
            errors.Add(new FieldError("lines", lines.Count == 0 ? "There is no line; runs need lines that were walked." : $"There are {lines.Count} lines; {MostLines} is the most."));
        }

        if (lines.Sum(l => l.Targets.Count) is > MostTargets and var targets)
        {
            errors.Add(new FieldError("lines", $"There are {targets} targets; {MostTargets} is the most."));
        }

        if (errors.Count > 0)
        {
            return errors;
        }

        var ids = new Dictionary<string, int>();
        for (var i = 0; i < lines.Count; i++)
        {
            Check(lines[i], i, ids, errors);
        }

        return errors;
    }

    private static void Check(GridLine line, int i, Dictionary<string, int> ids, List<FieldError> errors)
    {
        if (line.Id.Length is 0 or > MostName)
        {
            errors.Add(new FieldError($"lines[{i}].id", $"A line needs a name of 1 to {MostName} letters."));
        }
        else if (!ids.TryAdd(line.Id, i))
        {
            errors.Add(new FieldError($"lines[{i}].id", $"Another line, the one at {ids[line.Id]}, has this name."));
        }

        CandidateRules.Place.Refuse(errors, line.From.East, $"lines[{i}].from", "metres east and north");
        CandidateRules.Place.Refuse(errors, line.From.North, $"lines[{i}].from", "metres east and north");
        CandidateRules.Place.Refuse(errors, line.To.East, $"lines[{i}].to", "metres east and north");
        CandidateRules.Place.Refuse(errors, line.To.North, $"lines[{i}].to", "metres east and north");
        if (!CandidateRules.PassLength.Hold(line.LengthMetres) && !errors.Exists(e => e.Field.StartsWith($"lines[{i}].", StringComparison.Ordinal)))
        {
            errors.Add(new FieldError($"lines[{i}].to", FormattableString.Invariant($"The line is {line.LengthMetres:0.###} m long; it must be from {CandidateRules.PassLength.Least:G6} to {CandidateRules.PassLength.Most:G6} m.")));
        }

        for (var k = 0; k < line.Targets.Count; k++)
        {
            var (target, path) = (line.Targets[k], $"lines[{i}].targets[{k}]");
            if (!(target.AlongMetres >= -RoundedMetres && target.AlongMetres <= line.LengthMetres + RoundedMetres))
            {
                errors.Add(new FieldError($"{path}.alongMetres", FormattableString.Invariant($"It must lie on its line, from 0 to {line.LengthMetres:0.###} m.")));
            }

            RadarRules.Cover.Refuse(errors, target.Cover.Value, $"{path}.coverMetres", "its cover, in metres");
            CoverUncertainty.Refuse(errors, target.Cover.HalfWidth, $"{path}.coverUncertaintyMetres", "half the width of its 95 % interval, in metres");
            RadarRules.Velocity.Refuse(errors, target.VelocityMetresPerNanosecond, $"{path}.velocityMetresPerNanosecond", "a velocity, in metres per nanosecond");
            Confidence.Refuse(errors, target.Confidence, $"{path}.confidence", "how sure it is");
        }
    }
}
