using GentleMole.Core.Radar;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>Velocity and cover from the curve of a response.</summary>
internal sealed class RadarHyperbolaPage : BenchPage
{
    public HyperbolaFit? Fit { get; private set; }

    /// <summary>The same picks with other radii and angles.</summary>
    public IReadOnlyList<(double RadiusMetres, double CrossingDegrees, HyperbolaFit Fit)> Effects { get; private set; } = [];

    public IReadOnlyList<HyperbolaPick> Picks { get; private set; } = [];

    public void OnPost() => Reckon(growing: false);

    public IActionResult OnPostJudge()
    {
        Reckon(growing: true);
        return Partial("_RadarHyperbolaTold", this);
    }

    private void Reckon(bool growing)
    {
        var reader = Reader();
        Picks = reader.Picks("picks", growing);
        var (radius, crossing) = (reader.Length("radius", RadarRules.Radius) ?? 0, reader.Number("crossing", "°", RadarRules.Crossing) ?? 90);
        var (zero, separation) = (reader.Number("zero", "ns", RadarRules.Time) ?? 0, reader.Length("separation", RadarRules.Separation) ?? 0);
        if (reader.IsGood)
        {
            var task = new HyperbolaTask(Picks, radius, crossing, zero, separation);
            var fit = HyperbolaFit.Of(task);
            reader.Refuse(fit.Errors.Select(e => e with { Field = e.Field.StartsWith("picks", StringComparison.Ordinal) ? "picks" : "zero" }));
            Fit = fit.IsGood ? fit.Value : null;
            Effects = Fit is null ? [] : HyperbolaFit.Effects(task);
        }

        Errors = reader.Errors;
    }
}
