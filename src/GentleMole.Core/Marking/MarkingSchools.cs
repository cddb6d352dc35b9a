namespace GentleMole.Core.Marking;

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
