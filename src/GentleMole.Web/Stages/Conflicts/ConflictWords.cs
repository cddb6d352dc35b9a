using GentleMole.Core;
using GentleMole.Core.Conflicts;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>A tolerance zone in the dig, in words.</summary>
internal static class ConflictWords
{
    /// <summary>One sentence to act on, with its shape and what it rests on.</summary>
    public static (string Shape, string Say, string Why) Summary(JobSheet sheet, Person person)
    {
        var found = SheetConflicts.Of(sheet);
        var lines = found.All.Select(c => c.LineId).Distinct().Count();
        return !sheet.HasDig ? ("open", "There is no dig on the plan yet.", "Its corners are on the notice.")
            : lines == 0 ? ("caution", "No tolerance zone reaches into the dig.", "Of what was marked and what plans say. What nobody found has no zone.")
            : ("caution", $"{(lines == 1 ? "One line’s zone reaches" : $"The zones of {lines} lines reach")} into the dig: {found.HandSquareMetres:0.0} m² by hand, no machine there.",
                $"Zones are {person.Length(sheet.Firm.ToleranceMetres)} to both sides of each line; what two share counts once. {(sheet.Job.DigDepthMetres is null ? "How deep the dig goes is not known: no room below it can be told. " : "")}Room below a dig is no leave for a machine: expose first.");
    }

    /// <summary>Holes in their order: where, and what each shows.</summary>
    public static IReadOnlyList<string> Holes(JobSheet sheet, Person person)
    {
        var found = SheetConflicts.Of(sheet);
        return [.. found.Order().Select(o =>
            $"{string.Join(" and ", o.Settles.Select(s => (Conflict: found.All[s], sheet.LineById(found.All[s].LineId)!.Line)).DistinctBy(s => s.Line.Id).Select(s => $"{LineWords.Kind(s.Line.Kind)} of {s.Line.Owner}{(s.Conflict.IsByPlan ? ", by plan only: have it traced first" : "")}"))}, at {person.Run(o.Place.East)} E, {person.Run(o.Place.North)} N")];
    }

    /// <summary>How much of it lies in the dig, and how much room there is below the dig's bottom.</summary>
    public static string Says(Conflict conflict, Person person)
    {
        var known = conflict.IsByPlan ? "By plan only: trace it, or find it by hand" : $"Level {conflict.Level}{(conflict.Confidence == Verdict.Sound ? "" : ", doubtful")}";
        return $"{person.Run(conflict.LengthMetres)} of it beside or in the dig, {conflict.AreaSquareMetres:0.0} m² in its zone. {Room(conflict, person)} {known}.";
    }

    private static string Room(Conflict conflict, Person person)
    {
        if (conflict.RoomMetres is not { } room)
        {
            return "How much room is left below the dig is not known.";
        }

        var partly = conflict.IsDepthKnownThroughout ? "" : " Where its depth was not read it may be less.";
        return room.Value < 0
            ? $"The dig goes {person.Length(-room.Value)} ({person.PlusMinus(room.HalfWidth)}) deeper than its top.{partly}"
            : $"Its top lies {person.Length(room.Value)} ({person.PlusMinus(room.HalfWidth)}) below the dig’s bottom{(room.Low95 > 0 ? "" : ": it may be none at all")}.{partly}";
    }

    public static string Shape(Conflict conflict) =>
        conflict.IsByPlan ? "open" : conflict.Confidence == Verdict.Sound && conflict.IsClearBelow ? "sound" : conflict.Confidence == Verdict.Reject ? "reject" : "caution";
}
