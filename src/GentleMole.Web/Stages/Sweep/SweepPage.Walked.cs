using GentleMole.Core;
using GentleMole.Core.Candidates;
using GentleMole.Core.Hookup;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.StandIns;
using GentleMole.Store.Model;
using GentleMole.Web.Live;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <content>Passes that were walked, by hand or by a device.</content>
internal sealed partial class SweepPage
{
    /// <summary>A pass was walked, and what was heard on it; more passes after it when nothing was.</summary>
    public async Task<IActionResult> OnPostWalkedAsync()
    {
        var reader = Reader();
        if (View is not { } view || view.Passes.FirstOrDefault(p => p.Number == PassNumber) is not { } pass)
        {
            return Refused([new FieldError("heard", "This pass is no more. Look which is next.")]);
        }

        var heard = reader.Heard("heard", pass.Pass.LengthMetres);
        if (Request.Form.TryGetValue("was", out var was) && was.ToString() != StateOf(pass))
        {
            reader.Refuse("heard", pass.WalkedAt is null
                ? "Somebody else has taken this pass back since. Send it again if it was walked."
                : $"{pass.WalkedBy} has ticked this pass off since, {(pass.Responses.Count == 0 ? "with nothing heard" : "with " + HeardText(pass).Replace("\n", ", ", StringComparison.Ordinal))}. Compare, and send again if yours is right.");
        }

        var through = reader.Whole("through", "", pass.Number, view.Passes.Count) ?? pass.Number;
        if (through > pass.Number && heard.Count > 0)
        {
            reader.Refuse("through", "Several passes at once only where nothing was heard. Tick this one off with what was heard, then go on.");
        }

        var others = Swept.Responses.Count(r => r.Pass.Id != pass.Id);
        if (others + heard.Count > CandidateRules.MostResponses)
        {
            reader.Refuse("heard", $"With these there would be {others + heard.Count} responses on this job; {CandidateRules.MostResponses} is the most.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        foreach (var walked in await Db.Passes.Include(p => p.Responses).Where(p => p.SweepId == view.Sweep.Id && p.JobId == Id && p.Number >= pass.Number && p.Number <= through).ToListAsync())
        {
            // A pass that was ticked off before keeps its time; what is typed takes the place of what was heard then.
            (walked.WalkedAt, walked.WalkedBy) = walked.WalkedAt is null ? (clock.Moment, Visitor.Name) : (walked.WalkedAt, walked.WalkedBy);
            if (walked.Number == pass.Number)
            {
                Replace(walked, heard);
            }
        }

        await SaveAsync();
        return Done(new { sweep = view.Sweep.Id });
    }

    /// <summary>A pass was not walked after all; what was heard on it goes with it.</summary>
    public async Task<IActionResult> OnPostNotWalkedAsync()
    {
        if (View is { } view && await Db.Passes.Include(p => p.Responses).SingleOrDefaultAsync(p => p.SweepId == view.Sweep.Id && p.JobId == Id && p.Number == PassNumber) is { WalkedAt: not null } pass)
        {
            (pass.WalkedAt, pass.WalkedBy) = (null, "");
            Db.Responses.RemoveRange(pass.Responses);
            await SaveAsync();
        }

        return Done(new { sweep = SweepId });
    }

    /// <summary>Passes that a device has walked since the sweep was laid are ticked off, with what its levels show on them.</summary>
    public async Task<IActionResult> OnPostTrackAsync()
    {
        if (View is not { Open.Count: > 0 } view)
        {
            return Done(new { sweep = SweepId });
        }

        var ticked = await PassTicker.TickAsync(Db, Id, view.Sweep.Id, clock.Moment, HttpContext.RequestAborted);
        if (ticked.Walked == 0)
        {
            return Refused([new FieldError("track", ticked.Samples == 0
                ? $"No device has sent anything for these passes yet. Readings under the name “{PassTrack.WordFor(view.Sweep.Mode)}” belong to them."
                : $"A device has sent {ticked.Samples} readings, and no open pass is walked from end to end by them.")]);
        }

        return Done(new { sweep = view.Sweep.Id });
    }

    /// <summary>How the simulated device gets on; null when none walked here.</summary>
    public WalkProgress? Walk => walks.Of(Id);

    /// <summary>In the demo a simulated device walks what is left, over a ground that nobody sees.</summary>
    public bool MayBeWalked => walks.IsOn && View is { Open.Count: > 0 } view && SweepOrderWalk.CanBe(view.Sweep.Mode) && Hookup is not null;

    /// <summary>Sends the simulated device over the passes that are left.</summary>
    public IActionResult OnPostDevice()
    {
        if (!MayBeWalked || View is not { } view || Hookup is not { FrequencyHertz: { } hertz } hookup)
        {
            return NotFound();
        }

        var (ground, name, seed) = (SheetGround.Of(Sheet), SheetGround.LineName(hookup.LineId), (Id * 1000) + hookup.LineId);
        if (ground.Line(name) is null)
        {
            return Refused([new FieldError("track", "Nothing can be walked: nobody has said where the line of the hookup runs, or it has no metal.")]);
        }

        var sender = (Sheet.InstrumentAtHand(InstrumentKind.Transmitter) ?? UsualInstruments.Transmitter).AsTransmitter();
        var hearer = (Sheet.InstrumentAtHand(InstrumentKind.Receiver) ?? UsualInstruments.Receiver).AsReceiver();
        SitePoint[] around = [.. view.Passes.SelectMany(p => new[] { p.Pass.From, p.Pass.To })];
        walks.Start(new SweepOrderWalk(
            Id, [.. view.Open.Select(p => p.Pass)], StrayGround.Under(ground, name, seed).WithCableAcross(around, seed), SheetGround.TryOf(hookup, name, hertz, sender), sender, hearer,
            view.Sweep.ThresholdNanotesla * 1e-9, clock.Moment, HashCode.Combine(seed, view.Sweep.Id)));
        return Done(new { sweep = view.Sweep.Id });
    }

    /// <summary>The hookup whose signal is on: the one made last with a transmitter.</summary>
    private Hookup? Hookup => Sheet.Job.Hookups.Where(h => h is { Method: not HookupMethod.Passive, FrequencyHertz: not null }).MaxBy(h => h.MadeAt);

    protected override bool ChangesJob(string? handler) => handler != "Device";

    private void Replace(SweptPass pass, List<SweepResponse> heard)
    {
        bool Is(SweptResponse r, SweepResponse h) => Math.Abs(r.AlongMetres - h.AlongMetres) < 0.001 && r.DepthMetres == h.Depth?.Metres && r.CurrentMilliamps == h.Milliamps && r.DirectionDegrees == h.Direction?.Degrees;
        Db.Responses.RemoveRange(pass.Responses.Where(r => !heard.Exists(h => Is(r, h))));
        Db.Responses.AddRange(heard.Where(h => !pass.Responses.Exists(r => Is(r, h))).Select(h => PassTicker.Row(pass, h, Visitor.Name, clock.Moment)));
    }
}
