using GentleMole.Core.Identify;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Web.Setup;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Bench;

/// <summary>Which line is under a dot, on a street of ours.</summary>
internal sealed class IdentifyPage(ProcessorGate gate) : BenchPage
{
    private const double UsualMilliamps = 50;

    public StreetExample Example { get; private set; } = StreetExample.All[0];

    public DotIdentity? Told { get; private set; }

    public IdentifyWords Said => new(StreetExample.Called, Person.Units);

    public bool IsExample => Example.Typed.All(t => Typed(t.Key) == t.Value);

    public void OnGet(string? example) => Example = StreetExample.Of(example);

    public Task OnPostAsync(string? example, CancellationToken cancel)
    {
        Example = StreetExample.Of(example);
        return IdentifyAsync(cancel);
    }

    /// <summary>The answer to what is typed so far.</summary>
    public async Task<IActionResult> OnPostJudgeAsync(string? example, CancellationToken cancel)
    {
        await OnPostAsync(example, cancel);
        return Partial("_Identified", this);
    }

    public string Shown(string name) => Typed(name, Example.Typed.GetValueOrDefault(name, ""));

    private async Task IdentifyAsync(CancellationToken cancel)
    {
        var reader = Reader();
        var place = reader.Length("place", -4, 4, required: true);
        var silent = reader.Length("silent", -2, 2);
        var (volts, milliamps) = (reader.Number("volts", "V", 0.01, 2000), reader.Number("sent", "mA", 0.1, 1e4) ?? UsualMilliamps);
        var turned = reader.Number("turned", "°", -90, 90);
        var dot = new ObservedDot(StreetExample.Place(place ?? 0), Azimuth.Of(0), 0)
        {
            NullOffsetMetres = silent, Depth = Depth.OfMetres(reader.Length("depth", 0.05, 10)), CurrentMilliamps = reader.Number("current", "mA", 0.01, 1e4),
            PeakNanotesla = reader.Number("level", "nT", 0.001, 1e6), Way = Request.Form["way"].ToString().Length == 0 ? null : reader.Choice("way", CurrentWay.None),
            Direction = turned is { } degrees ? Azimuth.Of(degrees) : null, SidewaysFraction = reader.Number("sideways", "%", 0, 1000) / 100,
        };
        Errors = reader.Errors;
        if (reader.IsGood)
        {
            var task = StreetExample.Task(dot, milliamps, volts);
            Told = await gate.RunAsync(() => Identification.Of(task, GroundSet.Of(task, cancel), cancel)[0], cancel);
        }
    }
}
