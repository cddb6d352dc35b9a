using GentleMole.Core.Fault;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>Where a sheath leaks, from what a frame showed along the cable.</summary>
internal sealed class FaultPage : BenchPage
{
    /// <summary>An example of ours: a small leak first, the one that matters behind it.</summary>
    public const string ExampleReadings = "0 -0.5\n2 -1\n3 -2.2\n3.6 -3\n4.2 0\n5 0.9\n7 -1.5\n9 -4.9\n10 -9.8\n10.6 -16.6\n11.2 -28.4\n11.7 -23.1\n12.1 9.3\n12.7 28.7\n13.4 16.1\n14.4 6.9\n16 2.8\n18 1.3";

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
