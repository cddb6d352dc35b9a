using GentleMole.Core.Sonde;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>The pipe that the stops of a push make.</summary>
internal sealed class SondeRoutePage : BenchPage
{
    /// <summary>An example of ours: a garden drain with a bend, a stretch that has sunk, and one depth written down wrong.</summary>
    public const string ExampleFixes = "3.1 2.10 0.95 1.08\n7.1 6.02 1.04 1.14\n11.0 9.98 0.97 1.21\n15.2 14.10 1.05 0.70\n19.1 17.40 2.92 1.33\n23.2 19.52 6.31 1.24\n27.1 21.60 9.60 1.20\n31.2 23.71 13.05 1.27\n35.0 25.64 16.38 1.36\n39.1 27.82 19.78 1.41";

    public IReadOnlyList<SondeFix> Fixes { get; private set; } = [];

    /// <summary>What comes out; null while nothing can be said.</summary>
    public SondeRoute? Route { get; private set; }

    public double? InsideMetres { get; private set; }

    public void OnPost() => Reckon(growing: false);

    public IActionResult OnPostJudge()
    {
        Reckon(growing: true);
        return Partial("_SondeRouteTold", this);
    }

    private void Reckon(bool growing)
    {
        var reader = Reader();
        Fixes = reader.Fixes("fixes", growing);
        InsideMetres = reader.Length("inside", 0.02, 3);
        var task = new SondeRouteTask(
            Fixes, reader.Length("placeSigma", SondeRules.PlaceSigma) ?? SondeRouteTask.UsualPlaceSigma, reader.Length("depthSigma", SondeRules.DepthSigma) ?? SondeRouteTask.UsualDepthSigma);
        if (reader.IsGood && !(growing && Fixes.Count < 2))
        {
            var route = SondeRoute.Of(task);
            reader.Refuse(route.Errors.Select(e => e with { Field = "fixes" }));
            Route = route.IsGood ? route.Value : null;
        }

        Errors = reader.Errors;
    }
}
