using GentleMole.Core;
using GentleMole.Core.Pinpoint;
using GentleMole.Web.Forms;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>Depth by lift, tilted null, width of the peak, or gradient.</summary>
internal sealed class DepthPage : BenchPage
{
    [BindProperty(SupportsGet = true, Name = "way")]
    public string? AskedWay { get; set; }

    public string Way => AskedWay is "tilt" or "width" or "gradient" ? AskedWay : "lift";

    public DepthResult? Result { get; private set; }

    /// <summary>Distances to both sides, for the picture of methods that have them.</summary>
    public (double Left, double Right)? Sides { get; private set; }

    public void OnPost()
    {
        var reader = Reader();
        var compute = Way switch
        {
            "tilt" => Tilt(reader),
            "width" => Width(reader),
            "gradient" => Gradient(reader),
            _ => Lift(reader),
        };
        if (reader.IsGood)
        {
            var result = compute();
            if (result.IsGood)
            {
                Result = result.Value;
            }
            else
            {
                reader.Refuse(result.Errors.Select(e => e with { Field = FieldOf(e.Field) }));
            }
        }

        Errors = reader.Errors;
    }

    private static Func<Result<DepthResult>> Lift(FormReader reader)
    {
        ShownDepth Shown(string depth, string height) => new(
            reader.Length(depth, 0, 100, required: true) ?? 0, new(reader.Length(height, 0, 20, required: true) ?? 0));
        var (first, second) = (Shown("depth1", "height1"), Shown("depth2", "height2"));
        return () => DepthMethods.Lift(first, second);
    }

    private Func<Result<DepthResult>> Tilt(FormReader reader)
    {
        var (left, right) = BothSides(reader);
        var angle = reader.Number("angle", "°", 10, 80) ?? 45;
        return () => DepthMethods.Tilt(left, right, angle);
    }

    private Func<Result<DepthResult>> Width(FormReader reader)
    {
        var (left, right) = BothSides(reader);
        var fraction = reader.Number("fraction", "", 0.05, 0.98) ?? 0.8;
        var antenna = reader.Choice("antenna", Antenna.Horizontal);
        var height = reader.Length("height", 0, 20) ?? 0;
        return () => DepthMethods.Width(fraction, antenna, left, right, new(height));
    }

    private static Func<Result<DepthResult>> Gradient(FormReader reader)
    {
        double Response(string name)
        {
            var value = reader.Number(name, "", 0, 1e12);
            if (value is null && !reader.Errors.Any(e => e.Field == name))
            {
                reader.Refuse(name, "Type what this coil reads.");
            }

            return value ?? 0;
        }

        var (lower, upper) = (Response("lower"), Response("upper"));
        var separation = reader.Length("separation", 0.01, 5, required: true) ?? 0.4;
        var height = reader.Length("height", 0, 20) ?? 0;
        var source = reader.Choice("source", FieldSource.Line);
        return () => DepthMethods.Gradient(lower, upper, separation, new(height), source);
    }

    private (double Left, double Right) BothSides(FormReader reader)
    {
        var sides = (reader.Length("left", 0, 100, required: true) ?? 0, reader.Length("right", 0, 100, required: true) ?? 0);
        Sides = sides;
        return sides;
    }

    private static string FieldOf(string field) => field switch
    {
        "first.Metres" => "depth1",
        "first.Tip" => "height1",
        "second.Metres" => "depth2",
        "second.Tip" => "height2",
        "leftMetres" => "left",
        "rightMetres" => "right",
        "angleDegrees" => "angle",
        "separationMetres" => "separation",
        "sensor" => "height",
        _ => field,
    };
}
