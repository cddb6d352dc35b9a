using GentleMole.Core.Fault;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>What is wrong with a wire, and about where, by a meter at its ends.</summary>
internal sealed class WireFaultPage : BenchPage
{
    /// <summary>An example of ours: a valve's wire, 120 m, nicked somewhere in the lawn.</summary>
    public static IReadOnlyDictionary<string, string> Example { get; } = new Dictionary<string, string>
    {
        ["length"] = "120", ["perKilometre"] = "13.2", ["load"] = "24", ["loop"] = "27.1", ["earthNear"] = "1.1", ["earthFar"] = "1.7",
    };

    public WireTest? Test { get; private set; }

    public WireFault? Fault { get; private set; }

    public string Of(string name) => Typed(name, Example.GetValueOrDefault(name, ""));

    public void OnPost() => Reckon(growing: false);

    public IActionResult OnPostJudge()
    {
        Reckon(growing: true);
        return Partial("_WireFaultTold", this);
    }

    private void Reckon(bool growing)
    {
        var reader = Reader();
        var (length, each, load) = (reader.Length("length", WireTest.Length, required: !growing), reader.Number("perKilometre", "Ω", WireTest.PerKilometre), reader.Number("load", "Ω", WireTest.Load));
        var test = new WireTest(
            length ?? 1, each ?? 0, load ?? 0, reader.Ohms("loop", WireTest.Ohms), reader.Ohms("earthNear", WireTest.Ohms), reader.Ohms("earthFar", WireTest.Ohms), reader.Ohms("farLoop", WireTest.Ohms),
            reader.Number("nanoNear", "nF", WireTest.Nanofarads), reader.Number("nanoFar", "nF", WireTest.Nanofarads));
        if (reader.IsGood && !growing && each is null)
        {
            reader.Refuse("perKilometre", "Type the resistance of a kilometre of one wire: 13.2 Ω for 1.3 mm².");
        }

        if (reader.IsGood && length is not null && each is not null)
        {
            var fault = WireFault.Of(test);
            reader.Refuse(fault.Errors.Select(e => e with { Field = "length" }));
            (Test, Fault) = (test, fault.IsGood ? fault.Value : null);
        }

        Errors = reader.Errors;
    }
}
