using GentleMole.Core;
using GentleMole.Core.Radar;
using GentleMole.Web.Forms;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Stages;

/// <summary>A curve laid over a response by hand.</summary>
internal sealed partial class RadarPage
{
    /// <summary>The curve of the form, held against the profile; null while nothing was laid.</summary>
    public LaidCurve? Laid { get; private set; }

    /// <summary>What of it cannot be read yet.</summary>
    public string? Trouble { get; private set; }

    /// <summary>While a curve is dragged or typed.</summary>
    public async Task<IActionResult> OnPostCurveJudgeAsync()
    {
        if (AtHand is not { Profile: { } record } walked || await desk.FactsAsync(record) is not { } facts)
        {
            return NotFound();
        }

        (Facts, Targets) = (facts, ToldTarget.Join(walked, desk.FindingIfThere(record, walked.WheelFactor), facts));
        var reader = Reader();
        Laid = await LaidAsync(reader, growing: true);
        Trouble = reader.IsGood ? null : reader.Errors[0].Sentence;
        return Partial("_CurveTold", this);
    }

    /// <summary>The curve that the form says; null while it says too little, or what was wrong was refused.</summary>
    private async Task<LaidCurve?> LaidAsync(FormReader reader, bool growing)
    {
        var walked = AtHand!;
        var along = reader.Length("along", RadarRules.Along, required: !growing);
        var cover = reader.Length("cover", RadarRules.Cover, required: !growing);
        var velocity = reader.Number("velocity", "m/ns", RadarRules.Velocity);
        var radius = reader.Length("radius", RadarRules.Radius) ?? 0;
        var crossing = reader.Number("crossing", "°", RadarRules.Crossing) ?? 90;
        if (!growing && velocity is null && reader.IsGood)
        {
            reader.Refuse("velocity", "Type a velocity, like 0.1, or draw the legs of the curve.");
        }

        if (!reader.IsGood || along is not { } a || cover is not { } c || velocity is not { } v || await desk.ProfileAsync(walked.Profile!, walked.WheelFactor) is not { } profile || await desk.FactsAsync(walked.Profile!) is not { } facts)
        {
            return null;
        }

        var curve = new Hyperbola(a, c, radius, v, Math.Sin(crossing * Math.PI / 180));
        return await Task.Run(() => LaidCurve.Of(profile, facts.Direct, curve));
    }
}
