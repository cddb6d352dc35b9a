namespace GentleMole.Core.Radar;

/// <summary>A response to lay a curve over.</summary>
/// <param name="Picks">Four at least, on both sides of the top.</param>
/// <param name="RadiusMetres">Of the pipe; a fit with 0 to a fat pipe makes the ground too quick.</param>
/// <param name="CrossingDegrees">Between pipe and line.</param>
/// <param name="TimeZeroNanoseconds">When the pulse left, in the time of the picks.</param>
/// <param name="SeparationMetres">Between the antennas.</param>
public sealed record HyperbolaTask(
    IReadOnlyList<HyperbolaPick> Picks, double RadiusMetres = 0, double CrossingDegrees = 90, double TimeZeroNanoseconds = 0, double SeparationMetres = 0)
{
    /// <summary>What is wrong with it; empty when it can be fitted.</summary>
    public List<FieldError> Wrong()
    {
        var errors = new List<FieldError>();
        if (Picks.Count is < RadarRules.FewestPicks or > RadarRules.MostPicks)
        {
            errors.Add(new FieldError("picks", Picks.Count < RadarRules.FewestPicks
                ? $"There are {Picks.Count} picks; at least {RadarRules.FewestPicks} on the curve are needed." : $"There are {Picks.Count} picks; {RadarRules.MostPicks} is the most."));
            return errors;
        }

        RadarRules.Radius.Refuse(errors, RadiusMetres, "pipeRadiusMetres", "the radius of the pipe, in metres");
        RadarRules.Crossing.Refuse(errors, CrossingDegrees, "crossingDegrees", "the angle between pipe and line, in degrees (90 is square)");
        RadarRules.Time.Refuse(errors, TimeZeroNanoseconds, "timeZeroNanoseconds", "when the pulse left, in nanoseconds");
        RadarRules.Separation.Refuse(errors, SeparationMetres, "antennaSeparationMetres", "the way between the two antennas, in metres");
        for (var i = 0; i < Picks.Count; i++)
        {
            RadarRules.Along.Refuse(errors, Picks[i].AlongMetres, $"picks[{i}].alongMetres", "where along the line it was picked, in metres");
            RadarRules.Time.Refuse(errors, Picks[i].TimeNanoseconds, $"picks[{i}].timeNanoseconds", "the time that was picked, in nanoseconds");
            if (errors.Count == 0 && Picks[i].TimeNanoseconds <= TimeZeroNanoseconds)
            {
                errors.Add(new FieldError($"picks[{i}].timeNanoseconds", "It comes before the pulse has left: later than time zero."));
            }
        }

        if (errors.Count == 0 && Picks.Max(p => p.AlongMetres) - Picks.Min(p => p.AlongMetres) < LeastWidth)
        {
            errors.Add(new FieldError("picks", "All picks lie in one place; a curve needs both its sides."));
        }

        return errors;
    }

    private const double LeastWidth = 0.01;
}
