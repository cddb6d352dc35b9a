using GentleMole.Core.Follow;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>The line fitted to the marked dots of a utility, with what it says of them. Kept with the sheet.</summary>
/// <param name="Fit">Null with fewer than three places.</param>
/// <param name="Dots">Dots by the number that stands on them.</param>
internal sealed record LineFollowed(FittedLine? Fit, IReadOnlyList<DotGap> Gaps, IReadOnlyDictionary<int, JudgedDot> Dots)
{
    /// <summary>A line of more dots is fitted when somebody asks for it: it takes seconds.</summary>
    public const int MostAtOnce = 400;

    public static LineFollowed Of(JobSheet sheet, SheetLine line) => sheet.Drawn.Get((nameof(LineFollowed), line.Line.Id), () => Make(sheet, line));

    /// <summary>How far right of the fitted line a dot that is not marked stands, and from when that is too far; null beyond the ends of the line.</summary>
    public (double Metres, double RoomMetres)? OffOf(JudgedDot dot) => dot.ToMark() is var mark ? Fit?.OffOf(mark.Place, mark.AcrossHalfWidthMetres) : null;

    private static LineFollowed Make(JobSheet sheet, SheetLine line)
    {
        var dots = line.Dots.Where(d => d.Reading.State == DotState.Accepted).ToDictionary(d => d.Reading.Number);
        var fit = FittedLine.Of([.. dots.Values.Select(d => d.ToMark() is var mark
            ? new FollowedDot(mark.Place, mark.AcrossHalfWidthMetres, mark.Depth, mark.Number, d.Reading.Feature, d.Reading.HookupId ?? 0) : null!)]);
        IReadOnlyList<(double, double)> dig = fit is not null && sheet.DigSpan(fit.Run) is ({ } from, { } to) ? [(from, to)] : [];
        return new LineFollowed(fit, fit?.Gaps(dig) ?? [], dots);
    }
}
