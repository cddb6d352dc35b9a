using GentleMole.Core;
using GentleMole.Core.Radar;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>How a radar is set for what is sought in a ground.</summary>
internal sealed class RadarPlanPage : BenchPage
{
    private static readonly Bounds Permittivity = new(1, 81);
    private static readonly Bounds Millisiemens = new(0.001, 5000);
    private static readonly Bounds Megahertz = new(10, 5000);

    public PlannedRadar? Planned { get; private set; }

    public void OnPost() => Reckon(growing: false);

    public IActionResult OnPostJudge()
    {
        Reckon(growing: true);
        return Partial("_RadarPlanTold", this);
    }

    private void Reckon(bool growing)
    {
        var reader = Reader();
        var ground = reader.Choice("soil", RadarSoilKind.MoistSand);
        var usual = RadarSoil.Table[(int)ground].Usual;
        var (permittivity, conductivity, antenna) = (reader.Number("permittivity", "", Permittivity), reader.Number("conductivity", "mS/m", Millisiemens), reader.Number("antenna", "MHz", Megahertz));
        var (depth, body) = (reader.Length("depth", 0.1, 30, required: !growing), reader.Length("body", 0.02, 20));
        if (!growing && antenna is null && reader.IsGood)
        {
            reader.Refuse("antenna", "Say the antenna’s frequency, like 400.");
        }

        Planned = reader.IsGood && antenna is { } megahertz && depth is { } deepest
            ? PlannedRadar.For(ground, permittivity ?? usual.Permittivity, conductivity / 1000 ?? usual.SiemensPerMetre, megahertz * 1e6, deepest, body)
            : null;
        Errors = reader.Errors;
    }
}
