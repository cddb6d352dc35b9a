using GentleMole.Core.Marking;

namespace GentleMole.Core.Tests.Marking;

public class AnswerRulesTests
{
    [Theory]
    [InlineData(LineAnswer.Pending, true, "x", "answer")]
    [InlineData(LineAnswer.Marked, false, "x", "answer")]
    [InlineData(LineAnswer.Clear, true, "", "why")]
    [InlineData(LineAnswer.NotFound, false, "  ", "why")]
    [InlineData(LineAnswer.Escalated, false, "", "why")]
    public void An_answer_without_what_it_rests_on_is_refused_at_its_field(LineAnswer answer, bool hasLine, string why, string field) =>
        Assert.Equal(field, Assert.Single(AnswerRules.Check(answer, hasLine, why)).Field);

    [Theory]
    [InlineData(LineAnswer.Marked, true, "")]
    [InlineData(LineAnswer.Clear, false, "Owner has nothing within 60 m")]
    [InlineData(LineAnswer.NotFound, false, "Clay, no sonde on site")]
    [InlineData(LineAnswer.Escalated, true, "Asked the owner to expose it")]
    public void An_answer_that_rests_on_something_is_taken(LineAnswer answer, bool hasLine, string why) =>
        Assert.Empty(AnswerRules.Check(answer, hasLine, why));

    [Fact]
    public void A_job_goes_out_only_with_every_answer()
    {
        Assert.Single(AnswerRules.CheckHandover([]));
        Assert.Single(AnswerRules.CheckHandover([LineAnswer.Marked, LineAnswer.Pending]));
        Assert.Empty(AnswerRules.CheckHandover([LineAnswer.Marked, LineAnswer.Escalated]));
    }
}
