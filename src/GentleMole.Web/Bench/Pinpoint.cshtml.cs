using GentleMole.Core;
using GentleMole.Core.Lines;
using GentleMole.Core.Pinpoint;
using GentleMole.Web.Drawing;
using GentleMole.Web.Forms;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>Where the line is, from a row of readings typed or pasted.</summary>
internal sealed class PinpointPage : BenchPage
{
    /// <summary>Which of our rows stands in the form until another is typed.</summary>
    [BindProperty(SupportsGet = true, Name = "example")]
    public string? ExampleName { get; set; }

    public RowExample Example => RowExample.Of(ExampleName);

    public PinpointResult? Result { get; private set; }

    private ReadingNoise Noise { get; set; } = new(0, 1);

    public IReadOnlyList<CrossReading> Readings { get; private set; } = [];

    /// <summary>The row and what it says; null without an answer.</summary>
    public RowDrawing? Drawing(int width) => Result is null ? null : new RowDrawing(Readings, Result, Noise, Person, width);

    /// <summary>True where the row on the page is still ours.</summary>
    public bool IsExample => Typed("readings", Example.Row).ReplaceLineEndings("\n").Trim() == Example.Row;

    public string Headline => Result!.Verdict switch
    {
        Verdict.Sound => $"The line is at {Person.Length(Result.Position.Value)}, {Person.PlusMinus(Result.Position.HalfWidth)}.",
        Verdict.Caution => $"Likely at {Person.Length(Result.Position.Value)}, but it is not sure.",
        Verdict.Reject => "Do not mark from these readings.",
    };

    public void OnPost() => Locate(growing: false);

    /// <summary>The answer to what is typed so far.</summary>
    public IActionResult OnPostJudge()
    {
        Locate(growing: true);
        return Partial("_Located", this);
    }

    private void Locate(bool growing)
    {
        var reader = Reader();
        var height = reader.Length("height", 0, 20) ?? 0;
        var tolerance = reader.Length("tolerance", 0.01, 10, required: true);
        var noise = new ReadingNoise((reader.Number("noise", "%", 0, 100) ?? 2) / 100, reader.Number("floor", "units", 0, 1e12) ?? 0);
        var unit = reader.Number("unit", "nT", 1e-9, 1e12);
        Readings = reader.Across("readings", height, growing);
        var prior = Prior(reader);
        if (reader.IsGood && !(growing && Readings.Count < CrossReadingRules.FewestReadings))
        {
            var result = Pinpointing.Locate(Readings, noise, tolerance!.Value, unit, prior);
            if (result.IsGood)
            {
                (Result, Noise) = (result.Value, noise);
            }
            else
            {
                reader.Refuse(result.Errors.Select(e => e with { Field = FieldOf(e.Field) }));
            }
        }

        Errors = reader.Errors;
    }

    private static PinpointPrior Prior(FormReader reader)
    {
        const double far = CrossReadingRules.FarthestMetres;
        var place = reader.Length("priorOffset", -far, far);
        var sigma = reader.Length("priorSigma", 0.01, 20);
        var depth = reader.Length("priorDepth", 0.05, 20);
        var depthSigma = reader.Length("priorDepthSigma", 0.01, 20);
        return new PinpointPrior(place, sigma, Depth.OfMetres(depth), depthSigma, reader.Beside("beside"));
    }

    private static string FieldOf(string field) => field switch
    {
        "noise.Relative" => "noise",
        "noise.Floor" => "floor",
        "toleranceMetres" => "tolerance",
        "nanoteslaPerUnit" => "unit",
        "prior.OffsetMetres" => "priorOffset",
        "prior.SigmaMetres" => "priorSigma",
        "prior.Depth" => "priorDepth",
        "prior.DepthSigmaMetres" => "priorDepthSigma",
        _ when field.StartsWith("prior.", StringComparison.Ordinal) => "beside",
        _ => "readings",
    };
}
