using GentleMole.Core.Fault;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>Where a sheath leaks, from what a frame showed along the cable.</summary>
internal sealed class FaultPage : BenchPage
{
    /// <summary>An example of ours: a small leak first, the one that matters behind it.</summary>
    public const string ExampleReadings = "0 -1.1\n2 -2.2\n3 -3.4\n3.6 -2.9\n4.2 0.6\n5 -0.2\n7 -2.6\n9 -5.6\n10 -10.2\n10.6 -17.9\n11.2 -29\n11.7 -14\n12.1 13.5\n12.7 29.6\n13.4 17.2\n14.4 8.2\n16 3.9\n18 2.1";

    public FaultProfile? Profile { get; private set; }

    public FaultFinding? Finding { get; private set; }

    public SheathClass? Class { get; private set; }

    public void OnPost() => Reckon(growing: false);

    public IActionResult OnPostJudge()
    {
        Reckon(growing: true);
        return Partial("_FaultTold", this);
    }

    private void Reckon(bool growing)
    {
        var reader = Reader();
        var readings = reader.Frames("readings", growing);
        var (frame, reference) = (reader.Length("frame", FaultRules.Frame, required: true), reader.Number("reference", "", FaultRules.Reference));
        Class = reader.Ohms("ohms", FaultRules.Sheath) is { } ohms ? FaultRules.ClassOf(ohms) : null;
        if (reader.IsGood && !(growing && readings.Count < FaultRules.FewestReadings))
        {
            Profile = new FaultProfile(frame!.Value, readings, reference);
            var finding = FaultFit.Of(Profile);
            reader.Refuse(finding.Errors.Select(e => e with { Field = e.Field == "frameWidthMetres" ? "frame" : e.Field == "referenceLevel" ? "reference" : "readings" }));
            Finding = finding.IsGood ? finding.Value : null;
        }

        Errors = reader.Errors;
    }
}
