using System.Globalization;
using GentleMole.Core.Hookup;
using GentleMole.Core.Identify;
using GentleMole.Core.Measures;
using GentleMole.Core.Network;
using GentleMole.Core.Soil;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>What all dots of a line say together, in words.</summary>
/// <param name="Link">Where more of it is asked for while it is being worked out, and where it is settled.</param>
internal sealed record ReviewTold(LineReview Review, KnownGround Known, Person Person, string Link, SheetPage Page)
{
    private const int MostListed = 12;

    /// <summary>True where only this is sent, and its foot takes its own place on the page.</summary>
    public bool IsAnswer { get; init; }

    /// <summary>One sentence on all dots.</summary>
    public string Sentence
    {
        get
        {
            var target = Known.NameOf(Review.Task!.Target);
            var others = Review.Dots.GroupBy(d => Who(d.Identity)).Select(g => (Who: g.Key, g.First().Identity.Best.Kind, Dots: g.Select(d => d.Dot.Reading.Number).ToList())).OrderByDescending(g => g.Dots.Count).ToList();
            return others is [{ Kind: HypothesisKind.Target, Dots: var all }]
                ? all.Count == 1 ? $"The dot is {target}." : $"All {all.Count} dots are {target}, held together in one ground."
                : Title(string.Join("; ", others.Select(o => $"{Dots(o.Dots)}: {o.Who}"))) + ".";
        }
    }

    /// <summary>Marked dots that are doubtful now, with the dot that made them so.</summary>
    public IReadOnlyList<string> Doubts => [.. Review.Doubtful.GroupBy(d => (Who: Who(d.Identity), d.Since)).Select(g =>
        $"{Title(Dots([.. g.Select(d => d.Dot.Reading.Number)]))}, marked, {(g.Count() == 1 ? "looks" : "look")} like {g.Key.Who}{(g.Key.Since is { } since ? $" since dot {since}" : "")}: {string.Join(", ", g.Take(MostListed).Select(d => FigureWords.Chance(d.Identity.OnTarget)))} {Known.NameOf(Review.Task!.Target)}.")];

    /// <summary>The reason that stands with them when they are no longer marked.</summary>
    public string Reason => Review.Doubtful is [{ } first, ..]
        ? $"{(first.Since is { } since ? $"Dot {since} makes it doubtful" : "Doubtful with all dots together")}: likely {Who(first.Identity)}."
        : "";

    /// <summary>Whatever can be put into the ground, each with the name under which it is asked for.</summary>
    public IEnumerable<(string Key, string Says, bool CanTake)> Lessons => Review.Lessons.Select(l => (KeyOf(l), Says(l), l.Kind is not (LessonKind.WrongClip or LessonKind.UnknownLine)));

    public static string KeyOf(GroundLesson lesson) => $"{lesson.Kind} {lesson.Line} {(lesson.IsAtEnd ? "end" : "start")} {lesson.Bond?.From.ChainageMetres.ToString("0.0", CultureInfo.InvariantCulture)} {lesson.Bond?.To.Line}".Trim();

    private string Says(GroundLesson lesson)
    {
        var how = lesson.Chance > 0.95 ? "nearly certain" : lesson.Chance > 0.8 ? "very likely" : "likely";
        var line = lesson.Line is { } id ? Known.NameOf(id) : "";
        return lesson.Kind switch
        {
            LessonKind.Soil => $"Soil nearer {FigureWords.Figure(lesson.Value)} Ω·m than {FigureWords.Figure(Review.Task!.Network.Soil.ResistivityOhmMetres)}: {how}.",
            LessonKind.EndIsOpen => $"The {EndOf(lesson)} of {line} is not earthed: {how}.",
            LessonKind.EndIsEarthed => $"The {EndOf(lesson)} of {line} is earthed, through some {FigureWords.Ohms(lesson.Value)}: {how}.",
            LessonKind.EndOhms => $"The earth at the {EndOf(lesson)} of {line} is nearer {FigureWords.Ohms(lesson.Value)}: {how}.",
            LessonKind.Bond => $"A bond that nobody drew, from {line} near {Person.Run(SheetChainage(lesson.Bond!.From))} to {Known.NameOf(lesson.Bond.To.Line)}: {how}. Put it in as suspected?",
            LessonKind.UnknownLine => $"A line that nobody drew, about {Person.Length(Math.Abs(lesson.Value))} {(lesson.Value < 0 ? "left" : "right")} of {Known.NameOf(Review.Task!.Target)}{(lesson.Depth is { } deep ? $" and {Person.Length(deep.Metres)} deep" : "")}: {how}. Sweep for it, then draw it.",
            LessonKind.WrongClip => $"The clip is on {line}: {how}. Look into the box again.",
        };
    }

    /// <summary>A chainage of the network as the sheet counts it.</summary>
    public double SheetChainage(LinePlace place) => Known.SheetChainage(place);

    private static string EndOf(GroundLesson lesson) => lesson.IsAtEnd ? "end" : "start";

    private string Who(DotIdentity identity) => new IdentifyWords(Known.NameOf, Person.Units).Who(identity.Best);

    private static string Dots(IReadOnlyList<int> numbers) => (numbers.Count == 1 ? "dot " : "dots ")
        + string.Join(", ", numbers.Take(MostListed)) + (numbers.Count > MostListed ? $" and {numbers.Count - MostListed} more" : "");

    private static string Title(string text) => char.ToUpperInvariant(text[0]) + text[1..];
}
