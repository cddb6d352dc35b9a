namespace GentleMole.Core.Marking;

/// <summary>What an answer must rest on, and when a job can be handed over.</summary>
public static class AnswerRules
{
    /// <summary>What stands in the way of an answer: fields <c>answer</c> and <c>why</c>; empty when it can be given.</summary>
    /// <param name="hasLine">True when two accepted dots make a line.</param>
    public static IReadOnlyList<FieldError> Check(LineAnswer answer, bool hasLine, string why) => answer switch
    {
        LineAnswer.Pending => [new("answer", "Choose an answer: marked, clear, not found or escalated.")],
        LineAnswer.Marked => hasLine ? [] : [new("answer", "Nothing is marked yet: it takes two accepted dots. Trace it, or choose another answer.")],
        LineAnswer.Escalated => Said(why, "Say to whom it was passed on and what was asked."),
        LineAnswer.Clear => Said(why, "Say what makes it clear: records asked, sweeps made."),
        LineAnswer.NotFound => Said(why, "Say why it was not found and what was tried."),
    };

    private static IReadOnlyList<FieldError> Said(string why, string sentence) => why.Trim().Length > 0 ? [] : [new("why", sentence)];

    /// <summary>A job goes out only when every utility that was asked about has its answer.</summary>
    public static IReadOnlyList<FieldError> CheckHandover(IReadOnlyCollection<LineAnswer> answers) =>
        answers.Count == 0
            ? [new("answers", "Put the utilities that must be answered for on the notice first.")]
            : answers.Contains(LineAnswer.Pending)
                ? [new("answers", "Every utility on the notice needs an answer first: marked, clear, not found or escalated.")]
                : [];

    /// <summary>A job that seeks no utility goes out when its ground was walked and every profile read to its end, with whatever utility it names answered for.</summary>
    /// <param name="profiles">Radar profiles on the site.</param>
    /// <param name="unread">Of those, not read to their end.</param>
    public static IReadOnlyList<FieldError> CheckHandover(IReadOnlyCollection<LineAnswer> answers, int profiles, int unread) =>
        answers.Count > 0 && CheckHandover(answers) is { Count: > 0 } errors ? errors
        : profiles == 0 ? [new("answers", "No ground was walked yet: bring in the profiles first.")]
        : unread > 0 ? [new("answers", $"{unread} profile{(unread == 1 ? " is" : "s are")} not read to {(unread == 1 ? "its" : "their")} end.")]
        : [];
}
