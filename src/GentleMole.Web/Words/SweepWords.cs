using GentleMole.Core.Candidates;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Model;

namespace GentleMole.Web.Words;

/// <summary>The words of sweeps, as the API says them and as people do.</summary>
internal static class SweepWords
{
    /// <summary>All modes in the words of the API.</summary>
    public static string[] Modes { get; } = [.. Enum.GetValues<SweepMode>().Select(Mode)];

    public static string Mode(SweepMode mode) => mode switch
    {
        SweepMode.Active => "active",
        SweepMode.Power => "power",
        SweepMode.Radio => "radio",
        SweepMode.Cathodic => "cathodic",
        SweepMode.Induction => "induction",
    };

    /// <summary>The mode of a word; active for one that is not known, which is complained of where it was read.</summary>
    public static SweepMode Mode(string word) => Enum.GetValues<SweepMode>().FirstOrDefault(m => Mode(m) == word);

    public static string Said(SweepMode mode) => mode switch
    {
        SweepMode.Active => "own signal",
        SweepMode.Power => "power",
        SweepMode.Radio => "radio",
        SweepMode.Cathodic => "cathodic protection",
        SweepMode.Induction => "induction",
    };

    public static string Kind(SweepKind kind) => kind switch
    {
        SweepKind.Circle => "circle round a place",
        SweepKind.Box => "box round a place",
        SweepKind.Grid => "area, to and fro",
        SweepKind.TwoPeople => "two people in step",
        SweepKind.WalkedTransmitter => "walked transmitter",
        SweepKind.Last => "last passive sweep",
    };

    /// <summary>How such a sweep is walked, and what spoils it.</summary>
    public static string How(SweepKind kind, SweepMode mode) => kind switch
    {
        SweepKind.Circle or SweepKind.Box =>
            "All the way round: every response counts, not just the first. Blade upright, at one height, no pendulum, not too fast. Start at medium gain and come down when it pegs: a pegged display hides the peak.",
        SweepKind.TwoPeople =>
            "Walk in step some 15 m apart, transmitter in line with the way you walk; nearer than 10 m the receiver hears the transmitter itself. The passes turn by 45° because the pair is deaf to what it walks along.",
        SweepKind.WalkedTransmitter =>
            "The receiver stands still on a line that is known, at high gain; what lights up while the transmitter is carried past is tied to it. Mark where the transmitter was.",
        SweepKind.Grid or SweepKind.Last => mode switch
        {
            SweepMode.Power => "Heard only while current flows: have a large load switched on, and note which.",
            SweepMode.Radio => "Runs on any long conductor, from outside; weak on short ones and in town. Silence is no proof.",
            SweepMode.Cathodic => "Only on pipes with a rectifier, and on what is bonded to them.",
            SweepMode.Active => "The transmitter is on at a hookup; what it has not been tied to stays dark.",
            SweepMode.Induction => "Keep transmitter and receiver 10 to 15 m apart, or it hears the box.",
        },
    };

    public static string Become(FoundAs found) => found switch
    {
        FoundAs.Target => "a line of the notice",
        FoundAs.Neighbour => "a neighbour that is known",
        FoundAs.Unknown => "a line nobody knew of",
        FoundAs.Ghost => "no line: stake, lead or box",
    };

    /// <summary>How a line came to light.</summary>
    public static string Source(FoundBy source) => source switch
    {
        FoundBy.Sweep => "a sweep",
        FoundBy.Radar => "radar",
        _ => throw new ArgumentOutOfRangeException(nameof(source)),
    };

    public static string Step(FoundStep step) => step switch
    {
        FoundStep.Energise => "put a signal on it and trace it",
        FoundStep.LookForWhatItServes => "look for what it serves",
        FoundStep.Radar => "look at it by radar",
        FoundStep.AskOwners => "ask who may own it",
        FoundStep.TrialHole => "ask for a trial hole",
    };

    /// <summary>Where one walks to, by the compass.</summary>
    public static string Towards(Azimuth way)
    {
        string[] points = ["the north", "the north-east", "the east", "the south-east", "the south", "the south-west", "the west", "the north-west"];
        return points[(int)Math.Round(way.Degrees / 45) % points.Length];
    }

    /// <summary>"met 7 of 9 passes (power)".</summary>
    public static string Met(CandidateLine line) =>
        $"met on {line.Responses.Count} of {Math.Max(line.Crossings, line.Responses.Count)} passes ({string.Join(", ", line.Modes.Select(Said))})";

    /// <summary>How sure, in words that hold what the figure does.</summary>
    public static string Sure(CandidateLine line) => line.Probability switch
    {
        >= 0.95 => "very likely a line",
        >= 0.8 => "likely a line",
        >= CandidateLine.ClaimFrom => "perhaps a line",
        _ => "too little to call it a line",
    };
}
