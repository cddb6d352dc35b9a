using GentleMole.Core.Radar;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>A survey wheel held against a measured base.</summary>
internal sealed class RadarWheelPage : BenchPage
{
    public WheelCheck? Check { get; private set; }

    public void OnPost() => Reckon(growing: false);

    public IActionResult OnPostJudge()
    {
        Reckon(growing: true);
        return Partial("_RadarWheelTold", this);
    }

    private void Reckon(bool growing)
    {
        var reader = Reader();
        var length = reader.Length("base", RadarRules.Base, required: !growing);
        var counted = reader.Lengths("counted", 0.1, 30_000);
        if (reader.IsGood && length is { } known && (counted.Count > 0 || !growing))
        {
            var check = WheelCheck.Of(known, counted);
            reader.Refuse(check.Errors.Select(e => e with { Field = e.Field == "trueMetres" ? "base" : "counted" }));
            Check = check.IsGood ? check.Value : null;
        }

        Errors = reader.Errors;
    }
}
