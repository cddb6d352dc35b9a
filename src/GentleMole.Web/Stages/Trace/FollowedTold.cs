using System.Globalization;
using GentleMole.Core.Follow;
using GentleMole.Core.Lines;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>The line through the marked dots in words: what stands off, where it bends, where dots are missing, how deep it runs.</summary>
/// <param name="Selected">A dot that is not marked yet, held against the line.</param>
/// <param name="Link">To the line on this stage.</param>
internal sealed record FollowedTold(LineFollowed Followed, FittedLine Fit, JudgedDot? Selected, Person Person, string Link, TracePage Page)
{
    private const int MostGaps = 3;

    /// <summary>Buried markers that are tied to the line.</summary>
    public IReadOnlyList<SiteFeature> Markers { get; init; } = [];

    public UtilityKind Kind { get; init; }

    /// <summary>What a marker says of the line, and whether it goes with it.</summary>
    public (string Says, bool Fits) Marker(SiteFeature marker)
    {
        var station = Fit.Run.Project(marker.Points[0]);
        var (away, room) = (Math.Abs(station.OffsetMetres), MarkerRoomMetres + Fit.PlaceAt(station.ChainageMetres).HalfWidthMetres);
        var foreign = marker.Utility is { } of && of != UtilityKind.Unknown && of != Kind;
        var deep = marker.DepthMetres is { } d ? $", {Person.Length(d)} deep" : "";
        return foreign ? ($"{marker.Name}{deep} answers for {LineWords.Kind(marker.Utility!.Value)}, not for {LineWords.Kind(Kind)}: it belongs to another line.", false)
            : away <= room ? ($"{marker.Name}{deep} lies {Person.Length(away)} from the line: it ties it.", true)
            : ($"{marker.Name}{deep} lies {Person.Length(away)} from the line, more than {Person.Length(room)}: the trace has left its line, or the marker was laid beside it.", false);
    }

    /// <summary>Markers are laid over their line, or a little beside it.</summary>
    private const double MarkerRoomMetres = 0.3;

    public IEnumerable<DotGap> Gaps => Followed.Gaps.Take(MostGaps);

    public int MoreGaps => Math.Max(0, Followed.Gaps.Count - MostGaps);

    /// <summary>One sentence that can be acted on.</summary>
    public string Sentence
    {
        get
        {
            var off = Fit.Outliers.ToList();
            var passes = Fit.Dots.Where(d => !d.IsOutlier).Select(d => d.Dot.Pass).Distinct().Count();
            var through = $"{Fit.Dots.Count - off.Count} {(off.Count == 0 ? "dots" : $"of {Fit.Dots.Count} dots")}{(passes > 1 ? $" of {passes} passes, each by its doubt" : "")}";
            var worst = Fit.Places.Max(p => p.HalfWidthMetres);
            return off.Count > 0 ? $"One line goes through {through}; {(off.Count == 1 ? $"dot {off[0].Dot.Number} stands" : $"dots {Listed(off.Select(o => o.Dot.Number))} stand")} off it."
                : Fit.Corners.Count > 0 ? $"One line goes through {through}, with {(Fit.Corners.Count == 1 ? "a corner" : $"{Fit.Corners.Count} corners")}."
                : $"One line goes through {through}; it is known within {Person.PlusMinus(worst)} where it is known least.";
        }
    }

    public string Off(FittedDot dot) =>
        $"stands {Person.Length(Math.Abs(dot.ByOthersMetres))} {Side(dot.ByOthersMetres)} of the line through the others, which is known within {Person.PlusMinus(dot.RoomMetres)} there. The fitted line leaves it out; its mark stays until you take it off. Read it again: another line, a bend nobody saw, or a slip.";

    /// <summary>What the line says of a dot that is not marked; empty where it says nothing against it.</summary>
    public string OfSelected => Selected is not null && Followed.OffOf(Selected) is var (metres, room) && Math.Abs(metres) > room
        ? $"Dot {Selected.Reading.Number} stands {Person.Length(Math.Abs(metres))} {Side(metres)} of the line through the marked dots; {Person.Length(room)} could be chance." : "";

    public string Corner(FittedCorner corner)
    {
        var at = string.Create(CultureInfo.InvariantCulture, $"{corner.Place.East:0.00} E {corner.Place.North:0.00} N");
        var turn = $"{Math.Abs(corner.TurnDegrees):0}° to the {(corner.TurnDegrees > 0 ? "right" : "left")}";
        if (corner.Marked is { } marked)
        {
            var off = Followed.Dots[marked].MarkPlace.DistanceTo(corner.Place);
            return $"The two legs beyond bend dot {marked} meet at {at} ({Person.PlusMinus(corner.HalfWidthMetres)}), {Person.Length(off)} from it: {(off <= corner.HalfWidthMetres + FarFromBend ? "it fits." : "rather believe the legs, for over a bend the peak is pulled inwards.")}";
        }

        return $"Between dots {corner.Before} and {corner.After} the line turns {turn}: the two legs meet at {at} ({Person.PlusMinus(corner.HalfWidthMetres)}). If it is a bend and no sharp corner it cuts up to {Person.Length(corner.InsideMetres)} inside; small steps on the peak between the legs tell.";
    }

    private const double FarFromBend = 0.15;

    public string Bend(BentStretch bend) =>
        $"From {Person.Run(bend.FromMetres)} to {Person.Run(bend.ToMetres)} along it the line sweeps {Math.Abs(bend.TurnDegrees):0}° to the {(bend.TurnDegrees > 0 ? "right" : "left")}, radius some {Person.Run(bend.RadiusMetres)}: small steps, on the peak and not on the compass.";

    public string Dive(DepthChange dive) =>
        $"From {Person.Run(dive.FromMetres)} to {Person.Run(dive.ToMetres)} along it the line {(dive.ToDepthMetres > dive.FromDepthMetres ? "dives" : "rises")} from {Person.Length(dive.FromDepthMetres)} to {Person.Length(dive.ToDepthMetres)} to its centre.";

    public string Strange(FittedDot dot) =>
        $"Depth {Person.Length(dot.Dot.Depth!.Value.Value)} at dot {dot.Dot.Number} does not go with those beside it; the profile leaves it out. Lift or 45° tell which is right.";

    public string Gap(DotGap gap) =>
        $"Dots {gap.From} and {gap.To} stand {Person.Run(gap.LengthMetres)} apart; {Why(gap.Reason)} {Person.Run(gap.AllowedMetres)} at most. Halfway the line is known within {Person.PlusMinus(gap.HalfWidthMetres)}.";

    private static string Why(GapReason reason) => reason switch
    {
        GapReason.Plain => "on a plain run",
        GapReason.Bend => "where it bends",
        GapReason.Tee => "by a branch",
        GapReason.Dig => "where somebody will dig",
    };

    private static string Side(double offset) => offset > 0 ? "right" : "left";

    private static string Listed(IEnumerable<int> numbers) => string.Join(", ", numbers.Order());
}
