using GentleMole.Core;
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
        var choice = FoundChoice.Read(reader, Sheet, candidate.Suggested, whyNone: null);
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var found = candidate.Decision is { } before ? await Db.Found.SingleAsync(f => f.Id == before.Id) : Db.Found.Add(new FoundLine { JobId = Id }).Entity;
        choice.Put(Db, Sheet, found, candidate.Line.Points, Visitor.Name, clock.Moment);
        (found.Modes, found.DepthMetres) = ([.. candidate.Line.Modes], candidate.Line.Depth?.Metres);
        (found.Probability, found.Lateral95Metres) = (candidate.Line.Probability, candidate.Line.Lateral95Metres);
        await SaveAsync();
        return Done(new { sweep = SweepId, candidate = candidate.Number });
    }

    /// <summary>An unknown line is known now.</summary>
    public async Task<IActionResult> OnPostSettledAsync()
    {
        var reader = Reader();
        await FoundChoice.SettleAsync(reader, Db, Id, FoundBy.Sweep, clock.Moment);
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        await SaveAsync();
        return Done(new { sweep = SweepId });
    }
}
