using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>A dot with the verdict that the core gives it in its place on the line.</summary>
internal sealed record JudgedDot(Reading Reading, DotJudgement Judgement)
{
    /// <summary>Where the mark goes by the place's school.</summary>
    public SitePoint MarkPlace => Reading.Place + (Judgement.Ahead.Right * Judgement.PlaceMark.OffsetMetres);

    public MarkPoint ToMark() => new(
        MarkPlace,
        Math.Max(
            Judgement.Position.High95 - Judgement.PlaceMark.OffsetMetres,
            Judgement.PlaceMark.OffsetMetres - Judgement.Position.Low95),
        Judgement.Depth,
        Judgement.Verdict,
        Reading.Number);
}
