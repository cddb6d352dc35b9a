using GentleMole.Core.Ledger;
using GentleMole.Web.Drawing;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>Where a current along a line goes, from what was read at its stations.</summary>
internal sealed class LedgerPage : BenchPage
{
    /// <summary>An example of ours: a water main with a tee that is known, a reading written down wrong, and a bond that nobody knew of.</summary>
    public const string ExampleStations = "4 48.9 0.92\n9 49.6 0.95\n14 47.2 0.9\n19 48.4 0.94\n24 47.9 0.91\n29 33.1 0.93\n34 32.0 0.96\n39 52.4 0.92\n44 31.6 0.9\n49 32.7 0.95\n54 31.1 0.93\n59 17.2 0.91\n64 16.5 0.94\n69 17.0 0.9\n74 16.3 0.92\n79 16.8 0.95";

    public const string ExampleTees = "26.5 33 15";

    /// <summary>What comes out; null while nothing can be said.</summary>
    public LedgerTold? Told { get; private set; }

    public void OnPost() => Reckon(growing: false);

    /// <summary>The answer to what is typed so far.</summary>
    public IActionResult OnPostJudge()
    {
        Reckon(growing: true);
        return Partial("_LedgerTold", this);
    }

    private void Reckon(bool growing)
    {
        var reader = Reader();
        var task = new LedgerTask(
            reader.Stations("stations", growing), reader.Tees("tees"), reader.Number("sent", "mA", LedgerRules.Milliamps),
            reader.Number("noise", "%", LedgerRules.Noise.In(100)) is { } percent ? percent / 100 : LedgerTask.UsualNoise);
        if (reader.IsGood && !(growing && task.Stations.Count < LedgerRules.FewestStations))
        {
            var ledger = CurrentLedger.Of(task);
            reader.Refuse(ledger.Errors.Select(e => e with { Field = e.Field.Split('[', '.')[0] }));
            Told = ledger.IsGood ? new LedgerTold(task, ledger.Value, Person) : null;
        }

        Errors = reader.Errors;
    }
}
