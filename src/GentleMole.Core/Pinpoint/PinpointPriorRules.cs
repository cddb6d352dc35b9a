namespace GentleMole.Core.Pinpoint;

/// <summary>What may be said of a line before its row is read.</summary>
public static class PinpointPriorRules
{
    /// <summary>More lines than this beside one are no help.</summary>
    public const int MostNeighbours = 12;

    /// <summary>Standard deviation of a place of which no doubt is told: that of most plans.</summary>
    public const double UsualSigmaMetres = 0.5;

    private const double GreatestRatio = 100;
    private const double ShallowestMetres = 0.05;
    private const double DeepestMetres = 20;
    private const double LeastSigmaMetres = 0.005;
    private const double GreatestSigmaMetres = 50;

    /// <summary>Errors by field, empty when the prior can be used.</summary>
    public static List<FieldError> Check(PinpointPrior prior)
    {
        var errors = new List<FieldError>();
        void Between(double? value, double low, double high, string field, string what)
        {
            if (value is { } v && !(double.IsFinite(v) && v >= low && v <= high))
            {
                errors.Add(new($"{nameof(prior)}.{field}", FormattableString.Invariant($"It must be {what}, from {low:0.###} to {high:0.##}.")));
            }
        }

        const double far = CrossReadingRules.FarthestMetres;
        Between(prior.OffsetMetres, -far, far, nameof(prior.OffsetMetres), "where the line should be on the tape of the row, in metres");
        Between(prior.SigmaMetres, LeastSigmaMetres, GreatestSigmaMetres, nameof(prior.SigmaMetres), "how far off that may be, as a standard deviation in metres");
        Between(prior.Depth?.Metres, ShallowestMetres, DeepestMetres, nameof(prior.Depth), "how deep the line should be, in metres");
        Between(prior.DepthSigmaMetres, LeastSigmaMetres, GreatestSigmaMetres, nameof(prior.DepthSigmaMetres), "how far off that may be, as a standard deviation in metres");
        if (prior.Neighbours.Count > MostNeighbours)
        {
            errors.Add(new($"{nameof(prior)}.{nameof(prior.Neighbours)}", $"There are {prior.Neighbours.Count} lines beside it; {MostNeighbours} is the most."));
        }

        for (var i = 0; i < Math.Min(prior.Neighbours.Count, MostNeighbours); i++)
        {
            var (one, path) = (prior.Neighbours[i], $"{nameof(prior.Neighbours)}[{i}].");
            Between(one.OffsetMetres, -far, far, path + nameof(one.OffsetMetres), "where this line lies on the tape of the row, in metres");
            Between(one.SigmaMetres, LeastSigmaMetres, GreatestSigmaMetres, path + nameof(one.SigmaMetres), "how far off that may be, as a standard deviation in metres");
            Between(one.Depth?.Metres, ShallowestMetres, DeepestMetres, path + nameof(one.Depth), "how deep this line is, in metres");
            Between(one.CurrentRatio, -GreatestRatio, GreatestRatio, path + nameof(one.CurrentRatio), "its current as a part of the line's, negative when it runs the other way");
        }

        return errors;
    }
}
