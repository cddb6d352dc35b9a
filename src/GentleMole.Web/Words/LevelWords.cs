using GentleMole.Core.Trace;

namespace GentleMole.Web.Words;

/// <summary>Why a stretch has its level, and what would raise it.</summary>
internal static class LevelWords
{
    public static string Level(LevelReason reason) => reason switch
    {
        LevelReason.Exposed => "A",
        LevelReason.BetweenHoles or LevelReason.Found => "B",
        LevelReason.NoDepth or LevelReason.TiedToSite => "C",
        LevelReason.AgainstSigns or LevelReason.TooLong or LevelReason.Planned => "D",
    };

    public static string Why(LevelReason reason, Person person) => reason switch
    {
        LevelReason.Exposed => "it was dug up and measured there.",
        LevelReason.BetweenHoles => "both ends were dug up, and nobody has seen what lies between.",
        LevelReason.Found => "position and depth were measured from above.",
        LevelReason.NoDepth => "its position was found, its depth was not read at one end.",
        LevelReason.AgainstSigns => "it was marked against what its signs say.",
        LevelReason.TooLong => $"there is no dot for more than {person.Run(TracedLine.LongestGapMetres)}.",
        LevelReason.TiedToSite => "by the plan, which something seen on the site agrees with.",
        LevelReason.Planned => "by the plan alone.",
    };

    public static string Raise(LevelReason reason, Person person) => reason switch
    {
        LevelReason.Exposed => "Nothing is better.",
        LevelReason.BetweenHoles => $"Holes not farther apart than {person.Run(TracedLine.LongestHoleMetres)} raise it to A.",
        LevelReason.Found => "Exposing it raises it to A.",
        LevelReason.NoDepth => "A depth at both ends raises it to B.",
        LevelReason.AgainstSigns => "Another hookup whose signs agree raises it to B; exposing it to A.",
        LevelReason.TooLong => "Dots between raise it to B.",
        LevelReason.TiedToSite => "Tracing it raises it to B.",
        LevelReason.Planned => "Something of it seen on the site where the plan has it raises it to C, tracing it to B.",
    };

    private const int MostNamed = 8;

    /// <summary>Why the stretches of a line have their levels, the best first, and what would raise each: which, then why.</summary>
    public static IEnumerable<(string Which, string Says)> Of(TracedLine line, Person person) => line.Stretches.GroupBy(s => s.Reason).OrderBy(g => g.First().Quality).Select(g =>
        ($"{string.Join(", ", g.Take(MostNamed).Select(s => TogetherWords.Ends(s.From, s.To)))}{(g.Count() > MostNamed ? $" and {g.Count() - MostNamed} more" : "")}: level {Level(g.Key)}", $"{Why(g.Key, person)} {Raise(g.Key, person)}"));
}
