namespace GentleMole.Core.Marking;

/// <summary>The marks that the schools would put down from the same evidence.</summary>
public static class MarkingSchools
{
    /// <summary>How far a broadened mark reaches beyond peak and null.</summary>
    public const double BroadenMetres = 0.1;

    /// <summary>Signs no further from each other than this agree.</summary>
    public const double AgreeMetres = 0.05;

    /// <param name="nullMetres">Null place; without it there is nothing to put a mark between.</param>
    /// <param name="position">Where the line is by all evidence.</param>
    /// <param name="otherSigns">Places that further signs give, each on its own; peak and null count in any case.</param>
    /// <param name="chanceWithin">Chance that the line lies between two places.</param>
    public static IReadOnlyList<SchoolMark> Marks(
        double peakMetres, double? nullMetres, Estimate position, IReadOnlyList<double> otherSigns, double toleranceMetres, Func<double, double, double> chanceWithin)
    {
        SchoolMark Mark(MarkSchool school, double offset, double width)
        {
            var reach = toleranceMetres + (width / 2);
            return new SchoolMark(
                school, offset, width, reach - Math.Max(Math.Abs(position.High95 - offset), Math.Abs(position.Low95 - offset)),
                reach, Math.Clamp(chanceWithin(offset - reach, offset + reach), 0, 1));
        }

        var other = nullMetres ?? peakMetres;
        var middle = (peakMetres + other) / 2;
        var marks = new List<SchoolMark> { Mark(MarkSchool.Peak, peakMetres, 0) };
        if (nullMetres is { } silent)
        {
            marks.Add(Mark(MarkSchool.Between, middle, 0));
            marks.Add(Mark(MarkSchool.Majority, Majority([peakMetres, silent, .. otherSigns]), 0));
        }

        marks.Add(Mark(MarkSchool.Broadened, middle, Math.Abs(other - peakMetres) + (2 * BroadenMetres)));
        marks.Add(Mark(MarkSchool.Corrected, position.Value, 0));
        return marks;
    }

    /// <summary>Middle of the largest group of signs that agree with one of them; of groups alike the first sign's, which is the peak's.</summary>
    /// <param name="signs">Places, the most trusted first; at least one.</param>
    public static double Majority(IReadOnlyList<double> signs)
    {
        List<double> largest = [];
        foreach (var sign in signs)
        {
            var group = signs.Where(s => Math.Abs(s - sign) <= AgreeMetres).ToList();
            if (group.Count > largest.Count)
            {
                largest = group;
            }
        }

        return largest.Average();
    }
}
