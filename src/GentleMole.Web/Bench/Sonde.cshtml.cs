using GentleMole.Core;
using GentleMole.Core.Lines;
using GentleMole.Core.Sonde;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>Where a sonde lies: by nulls and strongest place, by a row of levels, or by strength.</summary>
internal sealed class SondePage : BenchPage
{
    /// <summary>An example of ours: a camera head under a path, its nose a little down.</summary>
    public static IReadOnlyDictionary<string, string> Example { get; } = new Dictionary<string, string> { ["front"] = "9.06", ["rear"] = "7.32", ["strongest"] = "8.08", ["height"] = "0", ["shown"] = "1.18", ["turned"] = "1.22" };

    /// <summary>What comes out; null while nothing can be said.</summary>
    public SondePlace? Place { get; private set; }

    public int Nose { get; private set; } = 1;

    public double HeightMetres { get; private set; }

    public IReadOnlyList<SondeReading> Row { get; private set; } = [];

    /// <summary>By what the form asks: nulls, row or strength.</summary>
    public string By => Typed("by", "nulls");

    public void OnPost() => Reckon(growing: false);

    public IActionResult OnPostJudge()
    {
        Reckon(growing: true);
        return Partial("_SondeTold", this);
    }

    private void Reckon(bool growing)
    {
        var reader = Reader();
        var height = reader.Length("height", SondeRules.Height) ?? 0;
        var needed = !growing;
        Result<SondePlace>? found = null;
        switch (By)
        {
            case "row":
                Row = reader.Levels("row", new Height(height), growing);
                found = reader.IsGood && !(growing && Row.Count < SondeRules.FewestReadings) ? SondeRowFit.Of(new SondeRow(Row)) : null;
                break;
            case "strength":
                var (place, level) = (reader.Length("place", SondeRules.Along, needed), reader.Number("level", "", SondeRules.Level));
                var (lifted, to) = (reader.Number("lifted", "", SondeRules.Level), reader.Length("liftedHeight", SondeRules.Height, needed));
                found = reader.IsGood && place is { } p && level is { } l && lifted is { } u && to is { } h ? SondeLocating.ByStrength(new SondeStrength(p, l, new Height(height), u, new Height(h))) : null;
                break;
            default:
                var (front, rear, strongest) = (reader.Length("front", SondeRules.Along, needed), reader.Length("rear", SondeRules.Along, needed), reader.Length("strongest", SondeRules.Along, needed));
                var (shown, turned) = (reader.Length("shown", SondeRules.Shown), reader.Length("turned", SondeRules.Shown));
                if (reader.IsGood && front is { } f && rear is { } r && strongest is { } s)
                {
                    (Nose, found) = (f > r ? 1 : -1, SondeLocating.ByNulls(new SondeNulls(f, r, s, new Height(height), shown, turned)));
                }

                break;
        }

        reader.Refuse(found?.Errors.Select(e => e with { Field = FieldOf(e.Field) }) ?? []);
        (Place, HeightMetres, Errors) = (found is { IsGood: true } ? found.Value : null, height, reader.Errors);
    }

    private static string FieldOf(string field) => field.Split('[')[0] switch
    {
        "frontNullMetres" => "front",
        "rearNullMetres" => "rear",
        "strongestMetres" => "strongest",
        "heightMetres" => "height",
        "depthMetres" => "shown",
        "turnedDepthMetres" => "turned",
        "readings" => "row",
        "strength" => "level",
        "liftedStrength" => "lifted",
        "liftedHeightMetres" => "liftedHeight",
        _ => "height",
    };
}
