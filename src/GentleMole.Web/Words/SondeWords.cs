using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Measures;
using GentleMole.Core.Sonde;

namespace GentleMole.Web.Words;

/// <summary>The words of a sonde, its push and its camera.</summary>
internal static class SondeWords
{
    /// <summary>Whole degrees, none of them less than nothing.</summary>
    public static string Degrees(double degrees) => (Math.Round(degrees) + 0.0).ToString("0", CultureInfo.InvariantCulture);

    public static string Step(StepVerdict verdict) => verdict switch
    {
        StepVerdict.Fits => "fits",
        StepVerdict.TooLong => "too-long",
        StepVerdict.Slack => "slack",
    };

    public static string StepInFull(StepVerdict verdict) => verdict switch
    {
        StepVerdict.Fits => "fits",
        StepVerdict.TooLong => "farther than cable was pushed",
        StepVerdict.Slack => "much more cable than way: a coil, or a bend",
    };

    public static string Way(SondeWay way) => way switch
    {
        SondeWay.Nulls => "by its nulls",
        SondeWay.Row => "by a row of levels",
        SondeWay.Strength => "by strength",
    };

    public static string Try(SondeTry what) => what switch
    {
        SondeTry.PushOn => "Push on, 3 to 6 m.",
        SondeTry.FindNulls => "Look for the null ahead and the null behind; without them the place may be off by a third of the depth.",
        SondeTry.SameHeight => "Read nulls and depth again with the receiver at one height all the way.",
        SondeTry.GainDown => "Turn the gain down, stand still, and read the depth both ways round again.",
        SondeTry.PullBack => "Pull back half a metre, or push on as much, and read again: it lies tilted here.",
        SondeTry.WaitUntilStill => "Wait until it lies still, or let the water run off, and look for nulls again.",
        SondeTry.WalkFurther => "Walk further along the pipe: from before one null to behind the other, at one height.",
    };

    public static string Seen(CameraSeen seen) => seen switch
    {
        CameraSeen.Crack => "crack",
        CameraSeen.Broken => "broken or fallen in",
        CameraSeen.Joint => "open or moved joint",
        CameraSeen.Roots => "roots",
        CameraSeen.Deposit => "deposit",
        CameraSeen.Blockage => "no way through",
        CameraSeen.StandingWater => "standing water",
        CameraSeen.Connection => "connection",
        CameraSeen.Bend => "bend",
        CameraSeen.Change => "change of material or width",
        CameraSeen.CrossBore => "another service through the pipe",
        CameraSeen.End => "end of the pipe",
    };

    /// <summary>The short mark that stands on plan and section: two letters of our own.</summary>
    public static string Mark(CameraSeen seen) => seen switch
    {
        CameraSeen.Crack => "cr",
        CameraSeen.Broken => "br",
        CameraSeen.Joint => "jo",
        CameraSeen.Roots => "ro",
        CameraSeen.Deposit => "de",
        CameraSeen.Blockage => "bl",
        CameraSeen.StandingWater => "wa",
        CameraSeen.Connection => "co",
        CameraSeen.Bend => "be",
        CameraSeen.Change => "ch",
        CameraSeen.CrossBore => "xb",
        CameraSeen.End => "en",
    };

    /// <summary>A fall as drainage says it: in per cent and one in so many.</summary>
    public static string Fall(double perMetre)
    {
        var percent = (100 * Math.Abs(perMetre)).ToString("0.0", CultureInfo.InvariantCulture) + " %";
        return Math.Abs(perMetre) < 0.0005 ? "level" : string.Create(CultureInfo.InvariantCulture, $"{percent} (1 : {1 / Math.Abs(perMetre):0})");
    }

    /// <summary>A fall with its ±.</summary>
    public static string Fall(Estimate perMetre) =>
        $"{(perMetre.Value >= 0 ? "falls" : "rises")} {Fall(perMetre.Value)} ± {(100 * perMetre.HalfWidth).ToString("0.0", CultureInfo.InvariantCulture)} % in the direction of pushing";

    /// <summary>One sentence for a pipe, what is wrong with its stops first.</summary>
    public static string Route(SondeRoute route, Person person, Func<int, int> stopOf)
    {
        var wrong = route.Outliers.Count switch
        {
            0 => "",
            1 => $"Stop {stopOf(route.Outliers[0])} is contradicted by the others and left out. ",
            _ => $"Stops {string.Join(", ", route.Outliers.Select(stopOf))} are contradicted by the others and left out. ",
        };
        var back = route.Backfalls.Count == 0 ? "" : $" It rises between stops {string.Join(" and between ", route.Backfalls.Select(b => $"{stopOf(b.From)} and {stopOf(b.To)}"))}: water is likely to stand there.";
        return $"{wrong}The pipe {Fall(route.FallPerMetre)}, over {person.Run(route.LengthMetres)}.{back}";
    }

    /// <summary>One sentence for a stop.</summary>
    public static string Stop(SondeStop stop, Person person)
    {
        var found = stop.Found;
        var where = $"{person.Length(found.Depth.Value)} deep, ± {person.Length(found.Depth.HalfWidth)}, {Way(found.Way)}";
        return found.Verdict switch
        {
            Verdict.Sound => $"The sonde lies {where}; its place is good to {person.Length(1.96 * stop.PlaceSigmaMetres)}.",
            Verdict.Caution => $"Use with care: {where}; its place is good to {person.Length(1.96 * stop.PlaceSigmaMetres)}.",
            Verdict.Reject => $"Do not use this stop: what was read contradicts itself ({where}).",
        };
    }

    /// <summary>Sentences of reasons about sondes; null for others.</summary>
    public static string? Reason(Reason reason, UnitSystem units)
    {
        string Length(double metres) => LengthText.Format(Math.Abs(metres), units);
        string Whole(double value) => value.ToString("0", CultureInfo.InvariantCulture);
        return reason.Code switch
        {
            "sonde-in-line" => $"Both nulls and the strongest place lie in one line, to {Length(reason.Measured)}.",
            "sonde-off-line" => $"The strongest place lies {Length(reason.Measured)} beside the line of the nulls, more than {Length(reason.Expected)}: one of the three is of something else, or the pipe bends here.",
            "sonde-midway" => $"The strongest place lies midway between the nulls, to {Length(reason.Measured)}: as over a sonde that lies level.",
            "sonde-leans" => $"The strongest place lies {Length(reason.Measured)} from the middle of the nulls, more than a hand is out by ({Length(reason.Expected)}): it is tilted, and that is allowed for.",
            "sonde-tilted" => $"It lies tilted by {Whole(reason.Measured)}°: from {Whole(reason.Expected)}° on, place and depth hang on the nulls alone.",
            "sonde-on-end" => $"It all but stands on end ({Whole(reason.Measured)}°): nulls are no use. Go by strength.",
            "sonde-depths-agree" => $"The depth shown comes to {Length(reason.Measured)} with this tilt, and agrees with that of the nulls, {Length(reason.Expected)}.",
            "sonde-depths-differ" => $"The depth shown comes to {Length(reason.Measured)} with this tilt, which differs from that of the nulls, {Length(reason.Expected)}: the receiver was not at one height, or something else is in the field.",
            "sonde-depths-contradict" => $"The depth shown comes to {Length(reason.Measured)} with this tilt, which contradicts that of the nulls, {Length(reason.Expected)}: one of them is of something else.",
            "sonde-turned-alike" => $"Turned round the depth is the same, to {Length(reason.Measured)}.",
            "sonde-turned-differs" => $"Turned round the depth differs by {Length(reason.Measured)}; {Length(reason.Expected)} is what chance makes.",
            "sonde-by-strength" => "No nulls: this is by strength and its fall when lifted, whatever the tilt; so the ± is larger.",
            "sonde-no-nulls" => "No nulls: this is the depth shown alone, where it was heard most; a tilt moves both, so the ± is larger.",
            "sonde-row-fits" => "The field of one sonde explains the row of levels.",
            "sonde-row-poor" => $"The levels scatter {reason.Measured.ToString("0.0", CultureInfo.InvariantCulture)} times more than they should round the field of one sonde: something else is in it.",
            "sonde-row-loose" => $"The row does not tell the depth better than ± {Length(reason.Measured)}: walk from before one null to behind the other.",
            _ => null,
        };
    }
}
