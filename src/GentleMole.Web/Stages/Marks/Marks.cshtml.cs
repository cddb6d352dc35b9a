using GentleMole.Core;
using GentleMole.Core.Job;
using GentleMole.Core.Marking;
using GentleMole.Core.Trace;
using GentleMole.Core.Walk;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Centre;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>The line through the accepted dots, what is painted, and the answer for each utility.</summary>
internal sealed class MarksPage(MoleDb db, SheetLoader loader, PlaceClock clock, CentreLink centre) : SheetPage(db, loader)
{
    /// <summary>Rows of the list of stretches.</summary>
    public const int MostListed = 60;

    public override JobStage Stage => JobStage.Marks;

    public override bool NeedsWhy => base.NeedsWhy || LineAtHand is { Line.Answer: not LineAnswer.Pending };

    public override SheetLine? LineAtHand => Sheet.LineById(LineId)
        ?? Sheet.Lines.FirstOrDefault(l => l.Line.Answer == LineAnswer.Pending)
        ?? Sheet.Lines.FirstOrDefault();

    protected override bool CutAlongLine => CutBy != "dig" && LineAtHand?.Traced.Run is not null;

    /// <summary>Shape, sentence and reason for the state of a line's marks.</summary>
    public static (string Shape, string Say, string Why) Summary(SheetLine line)
    {
        var undecided = line.Undecided;
        var doubtful = line.Traced.Stretches.Count(s => s.Confidence != Verdict.Sound);
        if (line.Traced.Run is null)
        {
            return ("open", "No line yet: two accepted dots make one.", "Trace it, or answer why it is not marked.");
        }

        if (undecided > 0)
        {
            return ("caution", $"{undecided} dot{(undecided == 1 ? " waits" : "s wait")} for a decision.", "Decide them on the Trace stage before you paint on.");
        }

        return line.Together.Witnesses.Any(w => w.IsOpen)
            ? ("caution", "Receiver and radar do not agree on it.", "Say which is right before you paint: below, and on the radar’s runs.")
            : doubtful > 0
            ? ("caution", $"{doubtful} of {line.Traced.Stretches.Count} stretches are doubtful.", "They are drawn broken and handed over as such. Dots closer than 10 m, and signs that agree, make them sound.")
            : ("sound", $"Paint it: {line.Traced.Stretches.Count} stretches, all sound.", "Dots first, checked backwards, then light straight lines lined up between three dots.");
    }

    /// <summary>The line's stretches as they are listed; of a long one worked out once.</summary>
    public IReadOnlyList<StretchRow> RowsOf(SheetLine line) =>
        Sheet.Drawn.Get((nameof(StretchRow), line.Line.Id), () => StretchRow.Of(line.Traced.Stretches, MostListed));

    /// <summary>Of a line that is not traced: what level its plan has, why, and what would raise it; null where there is no plan.</summary>
    public string? PlanLevel(SheetLine line)
    {
        if (line.Traced.Run is not null || line.Expected is null)
        {
            return null;
        }

        var tied = RecordCheck.Tied(Sheet.Seen, Sheet.Recorded);
        var reason = line.Records.Any(r => tied.Contains(r.Id)) ? LevelReason.TiedToSite : LevelReason.Planned;
        return $"Level {LevelWords.Level(reason)}: {LevelWords.Why(reason, Person)} {LevelWords.Raise(reason, Person)}";
    }

    public string LabelOf(SheetLine line) => SheetPaint.Label(Sheet, line);

    public async Task<IActionResult> OnPostAsync()
    {
        if (LineAtHand is not { } shown)
        {
            return NotFound();
        }

        var reader = Reader();
        var answer = reader.Choice("answer", LineAnswer.Pending);
        var why = reader.Text("why", 1000);
        if (reader.IsGood)
        {
            reader.Refuse(AnswerRules.Check(answer, shown.Traced.Run is not null, why));
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var line = await Db.Lines.SingleAsync(l => l.Id == shown.Line.Id && l.JobId == Id);
        (line.Answer, line.AnswerNote, line.AnsweredAt) = (answer, why, answer == LineAnswer.Pending ? null : clock.Moment);
        if (Sheet.Job.NoticeNumber.Length > 0)
        {
            // In the same save as the answer itself: it cannot be given and not sent.
            Db.CentreAnswers.Add(new CentreAnswer
            {
                Id = Guid.NewGuid(), JobId = Id, NoticeNumber = Sheet.Job.NoticeNumber, Utility = line.Kind.ToString(), Owner = line.Owner,
                Answer = LineWords.Answer(answer), Note = why, MadeAt = clock.Moment, NextTry = clock.Moment,
            });
        }

        await SaveAsync();
        centre.Wake();
        return Done(new { line = line.Id });
    }
}
