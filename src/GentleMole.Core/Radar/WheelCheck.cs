namespace GentleMole.Core.Radar;

/// <summary>A survey wheel held against a measured base.</summary>
/// <param name="Factor">True length over counted: what counted metres are multiplied by.</param>
/// <param name="ScatterPerTenMetres">Standard deviation of a repeat, metres in ten; null with one repeat, which says nothing of it.</param>
/// <param name="Verdict">Whether the wheel can be used.</param>
/// <param name="Reasons">Why.</param>
public sealed record WheelCheck(double Factor, double? ScatterPerTenMetres, Verdict Verdict, IReadOnlyList<Reason> Reasons)
{
    /// <summary>Scatter in ten metres up to which a wheel is good: it moves a target ten metres on by less than a trace.</summary>
    public const double Good = 0.03;

    /// <summary>Scatter in ten metres beyond which it is no measure.</summary>
    public const double Bad = 0.1;

    /// <summary>A factor farther than this from 1 means a wrong setting or a wheel that slips.</summary>
    public const double Odd = 0.05;

    private const double Outlying = 0.1;

    /// <summary>Holds repeats against the base; refusals at <c>trueMetres</c> and <c>countedMetres[i]</c>.</summary>
    public static Result<WheelCheck> Of(double trueMetres, IReadOnlyList<double> counted)
    {
        var errors = new List<FieldError>();
        RadarRules.Base.Refuse(errors, trueMetres, "trueMetres", "the length of the measured base, in metres");
        if (counted.Count is 0 or > RadarRules.MostRepeats)
        {
            errors.Add(new FieldError("countedMetres", counted.Count == 0 ? "There is no repeat; walk the base once at least." : $"There are {counted.Count} repeats; {RadarRules.MostRepeats} is the most."));
        }

        for (var i = 0; i < counted.Count && i < RadarRules.MostRepeats; i++)
        {
            new Bounds(trueMetres / 3, trueMetres * 3).Refuse(errors, counted[i], $"countedMetres[{i}]", "what the wheel counted over the base, in metres");
        }

        if (errors.Count > 0)
        {
            return errors;
        }

        var mean = counted.Average();
        var factor = trueMetres / mean;
        double? scatter = counted.Count < 2 ? null : Math.Sqrt(counted.Sum(c => (c - mean) * (c - mean)) / (counted.Count - 1)) * factor * 10 / trueMetres;
        var reasons = new List<Reason>();
        if (scatter is not { } known)
        {
            reasons.Add(new Reason("wheel-once", 1, 3, -0.5));
        }
        else
        {
            reasons.Add(known <= Good ? new Reason("wheel-repeats", known, Good, 1) : known <= Bad ? new Reason("wheel-scatters", known, Good, -0.5) : new Reason("wheel-wild", known, Bad, -1));
        }

        if (Math.Abs(factor - 1) > Odd)
        {
            reasons.Add(new Reason(Math.Abs(factor - 1) > Outlying ? "wheel-far-off" : "wheel-off", factor, 1, -0.5));
        }

        var verdict = reasons.Exists(r => r.Code == "wheel-wild") ? Verdict.Reject : reasons.Exists(r => r.Weight < 0) ? Verdict.Caution : Verdict.Sound;
        return new WheelCheck(factor, scatter, verdict, reasons);
    }
}
