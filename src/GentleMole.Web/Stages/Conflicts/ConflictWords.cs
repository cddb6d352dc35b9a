using GentleMole.Core;
using GentleMole.Core.Conflicts;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>A tolerance zone in the dig, in words.</summary>
internal static class ConflictWords
{
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
