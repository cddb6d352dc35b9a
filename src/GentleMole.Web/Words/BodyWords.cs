using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Bodies;
using GentleMole.Core.Job;
using GentleMole.Core.Measures;
using GentleMole.Store.Model;

namespace GentleMole.Web.Words;

/// <summary>The words of what is wide in the ground.</summary>
internal static class BodyWords
{
    private const double CubicFeetPerCubicMetre = 35.3146667;

    /// <summary>As one says it of something that nobody has opened.</summary>
    public static string Kind(BodyKind kind) => kind switch
    {
        BodyKind.Unknown => "something unknown",
        BodyKind.Hollow => "a hollow: a void, an empty chamber or tank, or loose dry fill",
        BodyKind.Metal => "metal: a tank or a plate",
        BodyKind.Water => "water under a roof: a cistern, a flooded chamber",
        BodyKind.Slab => "a slab or a footing",
        BodyKind.Grave => "what has the shape of a grave",
        BodyKind.Dug => "ground that was dug and filled in",
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };

    /// <summary>In two words.</summary>
    public static string Short(BodyKind kind) => kind switch
    {
        BodyKind.Unknown => "unknown",
        BodyKind.Hollow => "hollow",
        BodyKind.Metal => "metal",
        BodyKind.Water => "water under a roof",
        BodyKind.Slab => "slab",
        BodyKind.Grave => "grave-like",
        BodyKind.Dug => "dug ground",
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };

    public static string Step(BodyStep step) => step switch
    {
        BodyStep.WalkCloser => "walk closer lines over it, both ways",
        BodyStep.AskKeeper => "ask those who keep the ground, and their books",
        BodyStep.LookInto => "have it looked into by somebody who may",
        BodyStep.LeaveAlone => "leave it as it is, and keep away from it",
        _ => throw new ArgumentOutOfRangeException(nameof(step)),
    };

    public static string Sought(JobSought sought) => sought switch
    {
        JobSought.Utilities => "pipes and cables, before a dig",
        JobSought.Voids => "hollows under a surface; no utility",
        JobSought.Graves => "graves that nothing shows; no utility",
        _ => throw new ArgumentOutOfRangeException(nameof(sought)),
    };

    /// <summary>How long, how broad, how deep, how high.</summary>
    public static string Size(RadarBody body, Person person)
    {
        var open = body.Facts.IsOpen ? "at least " : "";
        var size = $"{open}{Told(body.Length, person)} by {Told(body.Width, person)}";
        var way = body.Length.Value > 1.25 * body.Width.Value ? $", lying along {body.Bearing.Value.ToString("0", CultureInfo.InvariantCulture)}° ± {body.Bearing.HalfWidth.ToString("0", CultureInfo.InvariantCulture)}°" : "";
        var deep = body.Facts.IsTopSeen ? $"; its top {Told(body.Cover, person)} below the surface" : $"; dug through a layer at {Told(body.Cover, person)}";
        var high = body.Height is { } h && body.Volume is { } v ? $", {Told(h, person)} high, {Volume(v, person)} if it is that" : "";
        return size + way + deep + high + ".";
    }

    private static string Told(Estimate value, Person person) => $"{person.Length(value.Value)} {person.PlusMinus(value.HalfWidth)}";

    /// <summary>A room, from least to most: its doubt is seldom even.</summary>
    public static string Volume(Estimate cubicMetres, Person person)
    {
        var (factor, unit) = person.Units == UnitSystem.FeetInches ? (CubicFeetPerCubicMetre, "cu ft") : (1, "m³");
        string Said(double value) => (value * factor).ToString(value * factor < 10 ? "0.0" : "0", CultureInfo.InvariantCulture);
        return $"{Said(cubicMetres.Value)} {unit} ({Said(Math.Max(0, cubicMetres.Low95))} to {Said(cubicMetres.High95)})";
    }

    /// <summary>What was tested, each with what it came to.</summary>
    public static IReadOnlyList<string> Tests(RadarBody body, Person person)
    {
        var facts = body.Facts;
        var said = new List<string>();
        if (facts.IsTopSeen)
        {
            said.Add(facts.IsNormal
                ? "Top: first lobe as the direct wave has it. What lies below is quicker than the ground: air, or dry and loose."
                : "Top: first lobe against the direct wave. What lies below is metal, water, or wetter than the ground.");
            said.Add(facts.BottomNanoseconds is { } later
                ? $"Bottom: an echo of the other sign {later.ToString("0.0", CultureInfo.InvariantCulture)} ns under the top. Air would make that {person.Length(facts.HeightIn(BodyFacts.Air)!.Value)} high, water {person.Length(facts.HeightIn(BodyFacts.Water)!.Value)}."
                : "Bottom: none answers. Metal hides it; of what is low, top and bottom are one echo.");
        }
        else
        {
            said.Add("Top: nothing answers but the layers that are missing here.");
        }

        said.Add(facts.IsDug switch
        {
            true => "Layers: broken over it. This ground was opened once.",
            false => "Layers: whole over it. Nobody dug from above since they were laid.",
            null => "Layers: there is none above it that could be broken.",
        });
        said.Add($"Lines: {facts.HitLines} go over it, {facts.PassedLines} beside it show nothing of it{(facts.IsOpen ? "; it may go on where nobody walked" : "")}.{(facts.HitLines == 1 ? " One line alone claims nothing: cross it." : "")}");
        if (facts.Alike > 0)
        {
            said.Add($"Pattern: {(facts.Alike == 1 ? "one other" : $"{facts.Alike} others")} of its shape {(facts.Alike == 1 ? "lies" : "lie")} its way, within 15°.");
        }

        if (facts.IsAcrossPattern)
        {
            said.Add("Pattern: it lies across the others.");
        }

        return said;
    }
}
