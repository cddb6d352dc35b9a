using GentleMole.Core;
using GentleMole.Core.Pinpoint;
using GentleMole.Web.Drawing;

namespace GentleMole.Web.Bench;

/// <summary>Where the line is, from a row of readings typed or pasted.</summary>
internal sealed class PinpointPage : BenchPage
{
    /// <summary>A row of ours: a line at 0.12 m, 0.9 m deep, with a little noise.</summary>
    public const string Example =
        "-1.0 17.7 21.3\n-0.8 21.3 21.5\n-0.6 26.6 20.2\n-0.4 33.7 17.8\n-0.2 37.8 13.0\n0.0 42.4 5.2\n0.2 42.3 3.3\n0.4 38.4 11.3\n0.6 32.6 16.4\n0.8 26.9 19.8\n1.0 22.6 20.8";

    public PinpointResult? Result { get; private set; }

    public ProfileDrawing? Drawing { get; private set; }

    public IReadOnlyList<CrossReading> Readings { get; private set; } = [];

    public string Headline => Result!.Verdict switch
    {
        Verdict.Sound => $"The line is at {Person.Length(Result.Position.Value)}, {Person.PlusMinus(Result.Position.HalfWidth)}.",
        Verdict.Caution => $"Likely at {Person.Length(Result.Position.Value)}, but something does not agree.",
        Verdict.Reject => "Do not mark from these readings.",
    };

    public void OnPost()
    {
        var reader = Reader();
        var height = reader.Length("height", 0, 20) ?? 0;
        var tolerance = reader.Length("tolerance", 0.01, 10, required: true);
        var noise = reader.Number("noise", "%", 0, 100) ?? 2;
        var floor = reader.Number("floor", "units", 0, 1e12) ?? 0;
        var unit = reader.Number("unit", "nT", 1e-9, 1e12);
        Readings = reader.Across("readings", height);
        if (reader.IsGood)
        {
            var result = Pinpointing.Single(Readings, new ReadingNoise(noise / 100, floor), tolerance!.Value, unit);
            if (result.IsGood)
            {
                Result = result.Value;
                Drawing = ProfileDrawing.OfFit(Readings, Result, Person.Length(Result.Depth.Value));
            }
            else
            {
                reader.Refuse(result.Errors.Select(e => e with { Field = FieldOf(e.Field) }));
            }
        }

        Errors = reader.Errors;
    }

    private static string FieldOf(string field) => field switch
    {
        "noise.Relative" => "noise",
        "noise.Floor" => "floor",
        "toleranceMetres" => "tolerance",
        "nanoteslaPerUnit" => "unit",
        _ => "readings",
    };
}
