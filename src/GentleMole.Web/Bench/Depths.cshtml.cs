using GentleMole.Core.Lines;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Trace;
using GentleMole.Web.Drawing;
using GentleMole.Web.Forms;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>Depths by every way that was taken at one place, side by side and together.</summary>
internal sealed class DepthsPage : BenchPage
{
    private const double TipHeightMetres = 0.05;

    public DepthWays? Told { get; private set; }

    public string Headline => Told is not { } told ? ""
        : $"{Person.Length(told.Depths.Depth.Value)} {Person.PlusMinus(told.Depths.Depth.HalfWidth)}{(told.Depths.Ways.Count == 1 ? ", by one way alone" : told.RowDecides ? ", by the row" : told.Depths.Agree ? ", and they agree" : ", but they do not agree")}";

    public string Shape => Told is not { } told ? "open" : told.Depths.Ways.Count > 1 && (told.Depths.Agree || told.RowDecides) ? "sound" : "caution";

    public void OnPost() => Compare(growing: false);

    /// <summary>The answer to what is typed so far.</summary>
    public IActionResult OnPostJudge()
    {
        Compare(growing: true);
        return Partial("_DepthsTold", this);
    }

    private void Compare(bool growing)
    {
        var reader = Reader();
        var (tilt, width) = (reader.Sides("tilt"), reader.Sides("width"));
        var dot = new DotObservation
        {
            Place = new(0, 0),
            Depth = Depth.OfMetres(reader.Length("shown", ReadingRules.Depth)),
            LiftMetres = reader.Length("lift", ReadingRules.Lift),
            LiftedDepthMetres = reader.Length("lifted", ReadingRules.LiftedDepth),
            TurnedDepthMetres = reader.Length("turned", ReadingRules.Depth),
            TiltMetres = tilt,
            WidthMetres = width,
            Across = reader.Across("across", TipHeightMetres, growing),
        };
        if (growing && dot.Across.Count < CrossReadingRules.FewestReadings)
        {
            dot = dot with { Across = [] };
        }

        if (reader.IsGood && dot.Across.Count > 0)
        {
            reader.Refuse(CrossReadingRules.Check(dot.Across, DotJudge.NoiseFor(dot.Across)).Select(e => e with { Field = "across" }));
        }

        if (reader.IsGood)
        {
            var row = dot.Across.Count > 0 ? Pinpointing.Locate(dot.Across, DotJudge.NoiseFor(dot.Across), ToleranceMetres, null, PinpointPrior.None) : null;
            var across = row is { IsGood: true } ? row.Value : null;
            var depths = DotDepths.Of(dot, new DotContext(), across);
            if (depths is null && !growing)
            {
                reader.Refuse("shown", "Type a depth that was taken in at least one way.");
            }

            Told = depths is null ? null : new DepthWays(depths, DotDepths.TakesNeighbourOut(across), Person);
        }

        Errors = reader.Errors;
    }

    /// <summary>Of a mark; it does not matter for a depth.</summary>
    private const double ToleranceMetres = 0.5;
}
