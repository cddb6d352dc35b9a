namespace GentleMole.Core.Marking;

/// <summary>Where practitioners put the mark when peak and null disagree.</summary>
public enum MarkSchool
{
    /// <summary>At the peak.</summary>
    Peak,

    /// <summary>Half-way between peak and null.</summary>
    Between,

    /// <summary>A broad line that covers peak and null and a margin beyond both.</summary>
    Broadened,

    /// <summary>At the position computed from both.</summary>
    Corrected,
}

/// <summary>A mark by one school.</summary>
/// <param name="OffsetMetres">Middle of the mark, across.</param>
/// <param name="WidthMetres">Painted width; 0 for a line.</param>
/// <param name="ToleranceLeftMetres">
/// What is left of the tolerance on the worse side when the line is at the worse end of its 95 % interval; negative when it
/// may lie outside the zone.
/// </param>
public sealed record SchoolMark(MarkSchool School, double OffsetMetres, double WidthMetres, double ToleranceLeftMetres)
{
    /// <summary>Half-width of the strip that the mark and its tolerance protect.</summary>
    public double Reach(double toleranceMetres) => toleranceMetres + (WidthMetres / 2);
}

/// <summary>The marks that the schools would put down from the same evidence.</summary>
public static class MarkingSchools
{
    /// <summary>How far a broadened mark reaches beyond peak and null.</summary>
    public const double BroadenMetres = 0.1;

    /// <param name="nullMetres">Null place; without it there is nothing to put a mark between.</param>
    public static IReadOnlyList<SchoolMark> Marks(
        double peakMetres, double? nullMetres, Estimate position, double toleranceMetres)
    {
        SchoolMark Mark(MarkSchool school, double offset, double width) => new(
            school,
            offset,
            width,
            toleranceMetres + (width / 2) - Math.Max(Math.Abs(position.High95 - offset), Math.Abs(position.Low95 - offset)));

        var other = nullMetres ?? peakMetres;
        var middle = (peakMetres + other) / 2;
        var marks = new List<SchoolMark> { Mark(MarkSchool.Peak, peakMetres, 0) };
        if (nullMetres is not null)
        {
            marks.Add(Mark(MarkSchool.Between, middle, 0));
        }

        marks.Add(Mark(MarkSchool.Broadened, middle, Math.Abs(other - peakMetres) + (2 * BroadenMetres)));
        marks.Add(Mark(MarkSchool.Corrected, position.Value, 0));
        return marks;
    }
}
