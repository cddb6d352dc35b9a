using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <content>What all dots of a line say together, and two passes over it.</content>
internal sealed partial class TracePage
{
    private ReviewTold? _reviewed;

    /// <summary>What all dots of this hookup say together, as far as it is worked out; null where there is nothing to say.</summary>
    public ReviewTold? Reviewed => _reviewed ??= Review(begin: false);

    /// <summary>Of the hookup of the dot at hand, else of the last one with dots.</summary>
    private ReviewTold? Review(bool begin) => LineAtHand is { Own: { } own } line
        && Sheet.Job.Hookups.OrderBy(h => h.MadeAt).LastOrDefault(h => line.Dots.Any(d => d.Reading.HookupId == h.Id) && (SelectedDot is null || SelectedDot.Reading.HookupId == h.Id)) is { } hookup
        && identities.Review(own.Ground, hookup.Id, line.Dots, begin) is { Task: not null } review
            ? new ReviewTold(review, own.Ground.Known, Person, $"/jobs/{Id}/trace?line={line.Line.Id}{(DotId is { } dot ? $"&dot={dot}" : "")}", this)
            : null;

    /// <summary>The same, begun and asked for again while it is being worked out.</summary>
    public IActionResult OnGetReview() => Review(begin: true) is { } told ? Partial("_LineReview", told with { IsAnswer = true }) : Content("");

    /// <summary>Marked dots that have become doubtful: taken off the line, or left with a reason.</summary>
    public async Task<IActionResult> OnPostSettleAsync()
    {
        if (LineAtHand is not { } line)
        {
            return NotFound();
        }

        var reader = Reader();
        var state = reader.Choice("decide", DotState.Doubtful);
        var why = reader.Text("changeWhy", 500, required: true);
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var asked = Request.Form["dots"].Select(d => Guid.TryParse(d, out var id) ? id : Guid.Empty).ToHashSet();
        var known = Reviewed?.Review.Dots.ToDictionary(d => d.Dot.Reading.Id, d => d.Identity) ?? [];
        var ids = line.Dots.Select(d => d.Reading.Id).Where(asked.Contains).ToList();
        foreach (var stored in await Db.Readings.Where(r => r.JobId == Id && ids.Contains(r.Id)).ToListAsync(HttpContext.RequestAborted))
        {
            (stored.State, stored.StateNote) = (state, why);
            if (known.TryGetValue(stored.Id, out var identity))
            {
                (stored.OnTarget, stored.Likeliest) = (identity.OnTarget, IdentifyWords.Named(identity.Best));
            }
        }

        await SaveAsync();
        return Done();
    }

    /// <summary>The last two hookups with dots on this line, side by side; null where there is only one.</summary>
    public PassesTold? Passes
    {
        get
        {
            if (LineAtHand is not { Own: { } own } line)
            {
                return null;
            }

            var passes = Sheet.Job.Hookups.OrderBy(h => h.MadeAt).Select(h => (Hookup: h, Dots: line.Dots.Where(d => d.Reading.HookupId == h.Id).TakeLast(IdentifyRules.MostDots).ToList()))
                .Where(p => p.Dots.Count > 0).TakeLast(2).ToList();
            if (passes is not [var first, var second])
            {
                return null;
            }

            List<PassDot> Told(Hookup hookup, List<JudgedDot> dots)
            {
                var known = identities.Review(own.Ground, hookup.Id, line.Dots, begin: false).Dots.ToDictionary(d => d.Dot.Reading.Id, d => (double?)d.Identity.OnTarget);
                return [.. dots.Select(d => new PassDot(d.ToMark(), known.GetValueOrDefault(d.Reading.Id) ?? d.Reading.OnTarget))];
            }

            return new PassesTold(
                PassComparison.Of(Told(first.Hookup, first.Dots), Told(second.Hookup, second.Dots)), first.Hookup, second.Hookup,
                first.Dots.Concat(second.Dots).ToDictionary(d => d.Reading.Number), own.Ground.Known.NameOf(SheetGround.LineName(line.Line.Id)), Person, $"/jobs/{Id}/trace?line={line.Line.Id}", this);
        }
    }

    /// <summary>Decides by two passes: both are marked, or the one that holds where they part.</summary>
    public async Task<IActionResult> OnPostPassesAsync()
    {
        if (Passes is not { Decision: { } decision } told)
        {
            return Refused([new FieldError("changeWhy", "The two passes do not decide this any more; look again at what they say now.")]);
        }

        var reader = Reader();
        var why = reader.Text("changeWhy", 500, required: true);
        if (reader.IsGood && reader.Text("passes", 10) != decision.Decide)
        {
            reader.Refuse("changeWhy", "The two passes say something else now; look again.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Guid IdOf(PassDot dot) => told.Numbers[dot.Mark.Number].Reading.Id;
        var (marked, left) = (told.Compared.ToMark.Select(IdOf).ToHashSet(), told.Compared.ToLeave.Select(IdOf).ToHashSet());
        var ids = marked.Concat(left).ToList();
        foreach (var stored in await Db.Readings.Where(r => r.JobId == Id && ids.Contains(r.Id)).ToListAsync(HttpContext.RequestAborted))
        {
            // What was decided before stays where both passes agree.
            if (told.Compared.Finding != PassFinding.Same || stored.State == DotState.Taken)
            {
                (stored.State, stored.StateNote) = (marked.Contains(stored.Id) ? DotState.Accepted : DotState.Doubtful, why);
            }
        }

        await SaveAsync();
        return Done();
    }

    /// <summary>Puts into the ground what the dots say of it; only when somebody asks.</summary>
    public async Task<IActionResult> OnPostLearnAsync()
    {
        var key = Reader().Text("lesson", 200);
        if (Reviewed is not { } told || told.Review.Lessons.FirstOrDefault(l => ReviewTold.KeyOf(l) == key) is not { } lesson)
        {
            return Refused([new FieldError("lesson", "The dots do not say this any more; look again at what they say now.")]);
        }

        var job = await TrackedJobAsync();
        switch (lesson.Kind)
        {
            case LessonKind.Soil:
                job.SoilOhmMetres = Math.Round(lesson.Value);
                break;
            case LessonKind.Bond:
                var (from, to) = (lesson.Bond!.From, lesson.Bond.To);
                Db.Ties.Add(new LineTie
                {
                    JobId = Id, From = from.Line, FromMetres = Math.Round(told.SheetChainage(from), 1), To = to.Line, ToMetres = Math.Round(told.SheetChainage(to), 1), Ohms = Math.Round(lesson.Value, 1),
                });
                break;
            case LessonKind.EndIsOpen or LessonKind.EndIsEarthed or LessonKind.EndOhms:
                var end = (Kind: lesson.Kind == LessonKind.EndIsOpen ? EndSupposed.Open : EndSupposed.Earthed, Ohms: lesson.Kind == LessonKind.EndIsOpen ? (double?)null : Math.Round(lesson.Value, 1));
                var model = SheetGround.ModelOf(Sheet, lesson.Line!) is { } kept
                    ? await Db.LineModels.SingleAsync(m => m.Id == kept.Id && m.JobId == Id)
                    : Db.LineModels.Add(new LineModel { JobId = Id, Of = lesson.Line!, Kind = told.Known.KindOf(lesson.Line!) }).Entity;
                if (lesson.IsAtEnd)
                {
                    (model.EndKind, model.EndOhms) = end;
                }
                else
                {
                    (model.StartKind, model.StartOhms) = end;
                }

                break;
            case LessonKind.UnknownLine or LessonKind.WrongClip:
                return Refused([new FieldError("lesson", "This is found on site and drawn by hand.")]);
        }

        await SaveAsync();
        return Done();
    }
}
