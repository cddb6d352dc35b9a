using GentleMole.Core.Marking;

namespace GentleMole.Core.Tests.Marking;

public class MarkingSchoolsTests
{
    private static IReadOnlyList<SchoolMark> Marks(double? silent, params double[] signs) =>
        MarkingSchools.Marks(0, silent, Estimate.Symmetric(-0.1, 0.05), signs, 0.5, (from, to) => from < -0.1 && to > -0.1 ? 1 : 0);

    private static SchoolMark Of(IReadOnlyList<SchoolMark> marks, MarkSchool school) => marks.Single(m => m.School == school);

    [Fact]
    public void Every_school_marks_where_it_says()
    {
        var marks = Marks(0.3, 0.28, 0.02);

        Assert.Equal(0, Of(marks, MarkSchool.Peak).OffsetMetres);
        Assert.Equal(0.15, Of(marks, MarkSchool.Between).OffsetMetres, 9);
        Assert.Equal(0.5, Of(marks, MarkSchool.Broadened).WidthMetres, 9);
        Assert.Equal(-0.1, Of(marks, MarkSchool.Corrected).OffsetMetres, 9);
        Assert.Equal(0.75, Of(marks, MarkSchool.Broadened).ReachMetres, 9);
        Assert.Equal(0.5 - 0.15, Of(marks, MarkSchool.Peak).ToleranceLeftMetres, 9);
    }

    [Fact]
    public void Most_signs_that_agree_win_and_the_peak_where_none_do()
    {
        Assert.Equal(0.29, MarkingSchools.Majority([0, 0.3, 0.28, 0.29]), 9);
        Assert.Equal(0.01, MarkingSchools.Majority([0, 0.3, 0.02]), 9);
        Assert.Equal(0, MarkingSchools.Majority([0, 0.3]), 9);
        Assert.Equal(0.29, Of(Marks(0.3, 0.28, 0.29), MarkSchool.Majority).OffsetMetres, 9);
    }

    [Fact]
    public void Without_a_null_there_is_nothing_to_mark_between()
    {
        var marks = Marks(null);

        Assert.DoesNotContain(marks, m => m.School is MarkSchool.Between or MarkSchool.Majority);
        Assert.All(marks, m => Assert.Equal(1, m.Chance));
    }
}
