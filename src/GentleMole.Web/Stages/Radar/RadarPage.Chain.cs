using GentleMole.Core;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>The steps by which a profile is shown, and where it lies on the site.</summary>
internal sealed partial class RadarPage
{
    private const int MostMarks = 200;
    private IReadOnlyList<RadarStep>? _preview;

    /// <summary>Steps that are shown: those that are kept, or those that are tried.</summary>
    public IReadOnlyList<RadarStep> Chain => _preview ?? AtHand?.Steps ?? [];

    public string ChainWords => ChainText.Of(Chain);

    /// <summary>Steps as the form has them, settled by the data, while they are typed.</summary>
    public async Task<IActionResult> OnPostStepsJudgeAsync()
    {
        if (AtHand is not { Profile: { } record } || await desk.FactsAsync(record) is not { } facts)
        {
            return NotFound();
        }

        Facts = facts;
        var reader = Reader();
        var steps = StepsOf(reader);
        if (!reader.IsGood)
        {
            Trouble = reader.Errors[0].Sentence;
            return Partial("_ChainTold", this);
        }

        _preview = steps;
        Shown = await desk.ShownAsync(record, steps);
        return Partial("_ChainTold", this);
    }

    /// <summary>Steps are kept; what was before can be had again.</summary>
    public async Task<IActionResult> OnPostStepsAsync()
    {
        await LookAsync();
        if (AtHand is not { } known)
        {
            return NotFound();
        }

        var reader = Reader();
        var steps = StepsOf(reader);
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var walked = await TrackedAsync(known.Id);
        if (!walked.Steps.SequenceEqual(steps))
        {
            walked.StepsBefore = [.. walked.StepsBefore.TakeLast(WalkedProfile.MostBefore - 1), walked.Steps];
            walked.Steps = steps;
            await SaveAsync();
        }

        return Done(new { profile = known.Id, target = TargetNumber, part = "chain" });
    }

    /// <summary>Back to the steps before.</summary>
    public async Task<IActionResult> OnPostUndoAsync()
    {
        if (AtHand is not { StepsBefore.Count: > 0 } known)
        {
            return NotFound();
        }

        var walked = await TrackedAsync(known.Id);
        walked.Steps = [.. walked.StepsBefore[^1]];
        walked.StepsBefore = [.. walked.StepsBefore.SkipLast(1)];
        await SaveAsync();
        return Done(new { profile = known.Id, target = TargetNumber, part = "chain" });
    }

    /// <summary>Where it lies, what was passed, and what a counted metre is.</summary>
    public async Task<IActionResult> OnPostPlaceAsync()
    {
        await LookAsync();
        if (AtHand is not { } known)
        {
            return NotFound();
        }

        var reader = Reader();
        var place = ProfilePlace.Read(reader, MostMarks);
        if (!reader.IsGood || place is null)
        {
            return Refused(reader);
        }

        var walked = await Db.WalkedProfiles.Include(p => p.Picks).SingleAsync(p => p.Id == known.Id && p.JobId == Id);
        place.Put(walked);
        await SaveAsync();
        return Done(new { profile = known.Id });
    }

    /// <summary>Takes the profile off the job, with what was read from it; the recording stays, to be laid again.</summary>
    public async Task<IActionResult> OnPostRemoveAsync()
    {
        if (AtHand is not { } known)
        {
            return NotFound();
        }

        await ProfileShelf.RemoveAsync(Db, Id, known.Id, HttpContext.RequestAborted);
        await SaveAsync();
        return RedirectToPage("/Stages/Radar/Collect", new { id = Id });
    }

    private static List<RadarStep> StepsOf(FormReader reader)
    {
        var steps = new List<RadarStep>();
        foreach (var kind in Enum.GetValues<RadarStepKind>())
        {
            var word = ChainText.WordOf(kind);
            if (!reader.Ticked("do-" + word))
            {
                continue;
            }

            var (first, second) = new RadarStep(kind).Limits();
            var step = new RadarStep(
                kind, kind == RadarStepKind.Envelope ? null : reader.Number("first-" + word, RadarWords.Unit(kind), first),
                kind == RadarStepKind.Migrate ? (reader.Ticked("second-" + word) ? 1 : null) : second is { } limits ? reader.Number("second-" + word, RadarWords.Unit(kind), limits) : null);
            if (reader.IsGood)
            {
                reader.Refuse(step.Wrong().Select(e => e with { Field = $"{e.Field}-{word}" }));
            }

            steps.Add(step);
        }

        return steps;
    }
}
