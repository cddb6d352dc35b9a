using GentleMole.Core;
using GentleMole.Core.Lines;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <content>What candidates are: somebody decides.</content>
internal sealed partial class SweepPage
{
    /// <summary>What a candidate is: somebody decides.</summary>
    public async Task<IActionResult> OnPostFoundAsync()
    {
        var reader = Reader();
        var key = Request.Form["key"].ToString();
        if (Swept.Lines.FirstOrDefault(l => l.Key == key) is not { } candidate)
        {
            return Refused([new FieldError("becomes", "The candidate has changed since with what was heard. Look at it again.")]);
        }

        CandidateNumber = candidate.Number;
        var becomes = reader.Choice("becomes", candidate.Suggested);
        var step = reader.Choice("step", FoundStep.Energise);
        var note = reader.Text("foundNote", MostNote);
        var line = becomes == FoundAs.Target ? Sheet.LineById(reader.Whole("foundLine", "", 1, int.MaxValue))?.Line.Id : null;
        if (becomes == FoundAs.Target && line is null)
        {
            reader.Refuse("foundLine", "Say which line of the notice it is.");
        }

        if (becomes == FoundAs.Neighbour && note.Length == 0)
        {
            reader.Refuse("foundNote", "Say whose it is, or how it is known.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var found = candidate.Decision is { } before ? await Db.Found.SingleAsync(f => f.Id == before.Id) : Db.Found.Add(new FoundLine { JobId = Id }).Entity;
        var ofLine = Db.Entry(found).Property(f => f.LineId);
        if (becomes == FoundAs.Unknown && (found.Becomes != FoundAs.Unknown || found.LineId is null))
        {
            // It becomes a line of the sheet, so that it is energised, traced and answered for like any other. Its number comes with the save.
            ofLine.CurrentValue = Db.Entry(NewLine(candidate)).Property(l => l.Id).CurrentValue;
        }
        else if (becomes != FoundAs.Unknown)
        {
            ofLine.CurrentValue = line;
        }

        (found.Becomes, found.NextStep, found.Note, found.By, found.At) = (becomes, step, note, Visitor.Name, clock.Moment);
        (found.Points, found.Modes, found.DepthMetres) = ([.. candidate.Line.Points], [.. candidate.Line.Modes], candidate.Line.Depth?.Metres);
        (found.Probability, found.Lateral95Metres) = (candidate.Line.Probability, candidate.Line.Lateral95Metres);
        await SaveAsync();
        return Done(new { sweep = SweepId, candidate = candidate.Number });
    }

    /// <summary>An unknown line is known now.</summary>
    public async Task<IActionResult> OnPostSettledAsync()
    {
        var reader = Reader();
        var outcome = reader.Text("outcome", MostNote, required: true);
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        if (await Db.Found.SingleOrDefaultAsync(f => f.JobId == Id && f.Source == FoundBy.Sweep && f.Id == reader.Whole("found", "", 1, int.MaxValue)) is { } found)
        {
            (found.Outcome, found.SettledAt) = (outcome, clock.Moment);
            await SaveAsync();
        }

        return Done(new { sweep = SweepId });
    }

    private SoughtLine NewLine(SweptLine candidate) => Db.Lines.Add(new SoughtLine
    {
        JobId = Id, Kind = UtilityKind.Unknown, Owner = $"found by sweep {Sheet.Job.Found.Count(f => f is { Becomes: FoundAs.Unknown, Source: FoundBy.Sweep }) + 1}", ExpectedRun = [.. candidate.Line.Points],
    }).Entity;
}
