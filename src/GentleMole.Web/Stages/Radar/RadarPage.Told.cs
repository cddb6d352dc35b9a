using System.Text.Json;
using GentleMole.Core.Measures;
using GentleMole.Core.Radar;
using GentleMole.Store.Model;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>What the page says of a profile, in words and to the picture.</summary>
internal sealed partial class RadarPage
{
    /// <summary>One sentence to act on.</summary>
    public string Sentence
    {
        get
        {
            if (Finding is null)
            {
                return $"Profile {AtHand!.Number} is shown.";
            }

            var (open, taken) = (Targets.Where(t => t.State == 0).ToList(), Targets.Count(t => t.State == 1));
            var certain = Targets.Count(t => !t.IsDoubtful);
            return open.Count > 0
                ? $"{Count(open.Count, "response")} to decide: {(open.Count == 1 ? "take or refuse it" : "take or refuse each")}. The clearest lies at {Person.Run(open.MaxBy(t => t.Confidence)!.AlongMetres)}, {Person.Length(open.MaxBy(t => t.Confidence)!.CoverMetres)} below the surface."
                : certain == 0 ? "No response of a pipe or cable was found. That is no proof of an empty ground."
                : taken == 0 ? "All responses are refused." : $"{Count(taken, "response")} taken, all decided.";
        }
    }

    public string Shape => Finding is null || Targets.Any(t => t.State == 0) ? "open" : Targets.Any(t => t is { State: 1, IsUnderFloor: true }) || Targets.All(t => t.IsDoubtful) || IsTorn ? "caution" : "sound";

    /// <summary>What a reader must know below the sentence: velocity, and where the picture ends to say anything.</summary>
    public string Below
    {
        get
        {
            var floor = FloorDepth is { } depth ? $"Nothing may be said below {Person.Length(depth)}. " : "";
            var own = Finding?.Velocity is { } velocity ? $"This profile says {RadarWords.Velocity(velocity)}{(Velocity is { Source: not VelocitySource.Ground } site ? $"; the site {RadarWords.Velocity(site.Velocity)}, {RadarWords.Source(site)}{(IsTorn ? ": they do not agree, look at wheel and time zero" : "")}" : "")}. " : "";
            return floor + own;
        }
    }

    /// <summary>The profile and the site contradict each other in velocity.</summary>
    public bool IsTorn => Finding?.Velocity is { } own && Velocity?.Contradicts(own.Value) == true;

    /// <summary>Depth at which noise begins; null where the window ends first.</summary>
    public double? FloorDepth => Facts is { } facts && facts.Floor.FromNanoseconds < AtHand!.Profile!.SamplesEach * AtHand.Profile.IntervalNanoseconds - 1e-9
        ? Hyperbola.CoverOf(Math.Max(0, facts.Floor.FromNanoseconds - facts.Direct.TimeZeroNanoseconds), 0, DepthVelocity, AtHand.Profile.SeparationMetres ?? 0)
        : null;

    /// <summary>One response in words.</summary>
    public string Says(ToldTarget target) =>
        $"At {Person.Run(target.AlongMetres)}, cover {Person.Length(target.CoverMetres)} ± {Person.Length(target.CoverHalfMetres)}, {Num(target.Velocity, "0.000")} m/ns. First lobe {RadarWords.Polarity(target.IsNormal)}."
        + (target.Confidence is { } confidence ? confidence >= 0.9 ? " It looks like a pipe or cable." : confidence >= 0.5 ? " Likely a pipe or cable; a stone can look so." : " More likely a stone or rubble." : "")
        + (target is { CrossingDegrees: < 80, Pick: null } ? $" Its curve is wider than this ground makes: crossed aslant, at some {Num(target.CrossingDegrees, "0")}°, and its cover is by the site’s velocity." : "")
        + (AtHand!.PlaceAt(target.AlongMetres / AtHand.WheelFactor) is { } place ? $" On the plan at {Num(Math.Round(place.East, 2))} E {Num(Math.Round(place.North, 2))} N." : "")
        + " One profile does not make a line: see whether the next ones have it too.";

    /// <summary>What was decided, by whom.</summary>
    public string Decided(RadarPick pick) => $"{pick.State switch
    {
        RadarPickState.Accepted => "Taken as found",
        RadarPickState.Moved => "Put right by hand",
        RadarPickState.ByHand => "Laid by hand",
        RadarPickState.Refused => "Refused",
        _ => throw new InvalidOperationException($"{pick.State} is no state."),
    }} by {pick.By}, {LogWords.When(pick.At, Sheet.Firm.TimeZone)}";

    public string TargetsJson => JsonSerializer.Serialize(new
    {
        list = Targets.Select(t => new { n = t.Number, along = Math.Round(t.AlongMetres, 4), time = Math.Round(t.TimeNanoseconds, 4), cover = Math.Round(t.CoverMetres, 4), v = t.Velocity, r = t.RadiusMetres, sine = Math.Sin(t.CrossingDegrees * Math.PI / 180), state = t.State, low = t.IsUnderFloor }),
        here = TargetNumber,
        velocity = DepthVelocity,
    });

    /// <summary>What the picture must know of the profile.</summary>
    public string AboutJson
    {
        get
        {
            var (walked, record, shown, facts) = (AtHand!, AtHand!.Profile!, Shown!, Facts!);
            return JsonSerializer.Serialize(new
            {
                id = walked.Id,
                tiles = $"/jobs/{Id}/radar?handler=Tile&profile={walked.Id}&n={record.Traces}",
                steps = ChainWords,
                side = Radargram.Side,
                press = Radargram.Press,
                columns = shown.Picture.Columns,
                samples = shown.Picture.Samples,
                levels = shown.Picture.Levels,
                columnMetres = shown.Picture.ColumnMetres * walked.WheelFactor,
                from = shown.Picture.FromMetres * walked.WheelFactor,
                interval = shown.Picture.IntervalNanoseconds,
                usual = shown.Picture.Usual,
                timeZero = shown.TimeZeroNanoseconds,
                rawTimeZero = facts.Direct.TimeZeroNanoseconds,
                period = 1e9 / facts.Direct.Hertz,
                separation = record.SeparationMetres ?? 0,
                floor = FloorDepth is null ? (double?)null : facts.Floor.FromNanoseconds,
                velocity = DepthVelocity,
                feet = Person.Units == UnitSystem.FeetInches,
                start = walked.PlaceAt(0) is { } start ? new[] { start.East, start.North } : null,
                bearing = walked.BearingDegrees,
                marks = walked.Marks.Select(m => new { along = m.AlongMetres * walked.WheelFactor, note = m.Note }),
            });
        }
    }

    private static string Count(int count, string what) => count == 1 ? $"One {what}" : $"{count} {what}s";
}
