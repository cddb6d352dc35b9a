using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.StandIns;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <content>What a device sends while the line is followed to and fro.</content>
internal sealed partial class TracePage
{
    /// <summary>How far to each side of where the line is supposed the simulated device is walked, and how far on with each turn; metres.</summary>
    private const double ZigzagSideMetres = 2.5;
    private const double ZigzagStepMetres = 3;
    private const double ZigzagThresholdTesla = 0.2e-9;

    public override bool IsLive => true;

    public override bool IsSimulated => Walk is not null;

    /// <summary>What was handed over changes for a reason only, and a touch gives none.</summary>
    public override SoughtLine? TakesDots => MayChange && Sheet.Job.HandedOverAt is null ? LineAtHand?.Line : null;

    public override string TakesModes => Hookup is { Method: HookupMethod.Passive } ? " power radio cathodic" : " active induction";

    /// <summary>In the demo a simulated device is walked to and fro over the line, on a ground that nobody sees.</summary>
    public bool MayBeCrossed => walks.IsOn && Walk is null or { Ended: true } && Hookup is { Method: not HookupMethod.Passive, FrequencyHertz: not null } && LineAtHand?.SupposedRun is not null;

    /// <summary>Sends the simulated device to and fro over the line.</summary>
    public IActionResult OnPostCross()
    {
        if (!MayBeCrossed || LineAtHand is not { SupposedRun: { } run } line || Hookup is not { FrequencyHertz: { } hertz } hookup)
        {
            return NotFound();
        }

        var (ground, name, seed) = (SheetGround.Of(Sheet), SheetGround.LineName(line.Line.Id), (Id * 1000) + line.Line.Id);
        if (ground.Line(name) is null)
        {
            return Refused([new FieldError("walk", "Nothing can be walked: nobody has said where this line runs, or it has no metal.")]);
        }

        var sender = (Sheet.InstrumentAtHand(InstrumentKind.Transmitter) ?? UsualInstruments.Transmitter).AsTransmitter();
        var hearer = (Sheet.InstrumentAtHand(InstrumentKind.Receiver) ?? UsualInstruments.Receiver).AsReceiver();
        walks.Start(new SweepOrderWalk(
            Id, [.. Zigzag(run)], StrayGround.Under(ground, name, seed), SheetGround.TryOf(hookup, name, hertz, sender), sender, hearer,
            ZigzagThresholdTesla, clock.Moment, HashCode.Combine(seed, hookup.Id, clock.Moment)));
        return Done(new { line = line.Line.Id });
    }

    /// <summary>A crossing on the strip becomes a dot, to be decided; two who take it make one.</summary>
    public async Task<IActionResult> OnPostTakeAsync()
    {
        if (LineAtHand is not { } line)
        {
            return NotFound();
        }

        var reader = Reader();
        Read(reader);
        if (!Guid.TryParse(Request.Form["newId"], out var sent) || _typed is not { } typed)
        {
            return Refused(reader.IsGood ? [new FieldError("walk", "This crossing is no more. Look which are offered now.")] : reader.Errors);
        }

        NewId = sent;
        if (!await Db.Readings.AnyAsync(r => r.Id == sent && r.JobId == Id, HttpContext.RequestAborted))
        {
            typed.State = DotState.Taken;
            await KeepAsync(typed);
            sent = typed.Id;
        }

        return Done(new { line = line.Line.Id, dot = sent });
    }

    protected override bool ChangesJob(string? handler) => handler != "Cross";

    private static IEnumerable<SweepPass> Zigzag(Run run)
    {
        var side = -ZigzagSideMetres;
        for (var s = ZigzagStepMetres; s + ZigzagStepMetres < run.Length; s += ZigzagStepMetres)
        {
            yield return new SweepPass(run.At(s, side), run.At(s + ZigzagStepMetres, -side), SweepMode.Active);
            side = -side;
        }
    }
}
