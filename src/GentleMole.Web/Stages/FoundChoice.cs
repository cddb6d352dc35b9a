using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Stages;

/// <summary>What somebody says that a line is which a sweep or a radar found, as a form says it.</summary>
/// <param name="LineId">The line of the notice that it is; for a target alone.</param>
internal sealed record FoundChoice(FoundAs Becomes, FoundStep Step, string Note, int? LineId)
{
    private const int MostNote = 500;

    /// <summary>Reads it; what is missing is said at its field.</summary>
    /// <param name="whyNone">What must be said of one that is no line; null where nothing must.</param>
    public static FoundChoice Read(FormReader reader, JobSheet sheet, FoundAs suggested, string? whyNone)
    {
        var choice = new FoundChoice(reader.Choice("becomes", suggested), reader.Choice("step", FoundStep.Energise), reader.Text("foundNote", MostNote), null);
        choice = choice.Becomes == FoundAs.Target ? choice with { LineId = sheet.LineById(reader.Whole("foundLine", "", 1, int.MaxValue))?.Line.Id } : choice;
        if (choice is { Becomes: FoundAs.Target, LineId: null })
        {
            reader.Refuse("foundLine", "Say which line of the notice it is.");
        }

        if (choice is { Becomes: FoundAs.Neighbour, Note: "" })
        {
            reader.Refuse("foundNote", "Say whose it is, or how it is known.");
        }

        if (choice is { Becomes: FoundAs.Ghost, Note: "" } && whyNone is not null)
        {
            reader.Refuse("foundNote", whyNone);
        }

        return choice;
    }

    /// <summary>Puts it on what was found. A line that nobody knew of becomes one of the sheet, so that it is energised, traced and answered for like any other.</summary>
    public void Put(MoleDb db, JobSheet sheet, FoundLine found, IReadOnlyList<SitePoint> points, string by, Instant at)
    {
        var ofLine = db.Entry(found).Property(f => f.LineId);
        if (Becomes == FoundAs.Unknown && (found.Becomes != FoundAs.Unknown || found.LineId is null))
        {
            // Its number comes with the save.
            var number = sheet.Job.Found.Count(f => f.Becomes == FoundAs.Unknown && f.Source == found.Source) + 1;
            var line = db.Lines.Add(new SoughtLine { JobId = sheet.Job.Id, Kind = UtilityKind.Unknown, Owner = $"found by {(found.Source == FoundBy.Radar ? "radar" : "sweep")} {number}", ExpectedRun = [.. points] });
            ofLine.CurrentValue = line.Property(l => l.Id).CurrentValue;
        }
        else if (Becomes != FoundAs.Unknown)
        {
            ofLine.CurrentValue = LineId;
        }

        (found.Becomes, found.NextStep, found.Note, found.By, found.At, found.Points) = (Becomes, Step, Note, by, at, [.. points]);
    }

    /// <summary>What something found lies on, in words; empty when on nothing that is known.</summary>
    public static string OnWhat(RecordLine? record, SheetLine? known) => record is not null
        ? $"{LineWords.Kind(record.Kind)} of {record.Owner} by its plan"
        : known is not null ? known.Line.Kind == UtilityKind.Unknown ? $"line {known.Line.Owner}" : $"{LineWords.Kind(known.Line.Kind)} of {known.Line.Owner}" : "";

    /// <summary>What was decided, by whom, and what comes next.</summary>
    /// <param name="none">How one that is no line is called.</param>
    public static string Says(JobSheet sheet, FoundLine decided, string none)
    {
        var what = decided.Becomes switch
        {
            FoundAs.Target when sheet.LineById(decided.LineId) is { } line => $"the {LineWords.Kind(line.Line.Kind)} of {line.Line.Owner}",
            FoundAs.Ghost => none,
            _ => SweepWords.Become(decided.Becomes),
        };
        var next = decided is { Becomes: FoundAs.Unknown, SettledAt: null } ? $" Next: {SweepWords.Step(decided.NextStep)}." : decided.Outcome.Length > 0 ? $" Settled: {decided.Outcome}." : "";
        return $"{char.ToUpperInvariant(what[0])}{what[1..]}, says {decided.By}.{(decided.Note.Length > 0 ? $" {decided.Note}." : "")}{next}";
    }

    /// <summary>Lines that nobody knew of and nobody settled yet, by what they were found.</summary>
    public static IReadOnlyList<FoundLine> Unsettled(JobSheet sheet, FoundBy source) => [.. sheet.Job.Found.Where(f => f is { Becomes: FoundAs.Unknown, SettledAt: null } && f.Source == source)];

    /// <summary>An unknown line is known now; nothing is changed where the reader refused something.</summary>
    public static async Task SettleAsync(FormReader reader, MoleDb db, int jobId, FoundBy source, Instant at)
    {
        var outcome = reader.Text("outcome", MostNote, required: true);
        var id = reader.Whole("found", "", 1, int.MaxValue);
        if (reader.IsGood && await db.Found.SingleOrDefaultAsync(f => f.JobId == jobId && f.Source == source && f.Id == id) is { } found)
        {
            (found.Outcome, found.SettledAt) = (outcome, at);
        }
    }
}
