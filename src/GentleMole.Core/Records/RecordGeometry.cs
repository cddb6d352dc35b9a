using GentleMole.Core.Site;

namespace GentleMole.Core.Records;

/// <summary>Turns the figures on owners' plans into places on the site.</summary>
public static class RecordGeometry
{
    /// <summary>Doubt of an offset figure: plans give them to the nearest 0.1 m, from a boundary that may have moved.</summary>
    public const double OffsetDoubtMetres = 0.5;

    /// <summary>Taped lengths on plans: 95 % of a percent and of a fixed part for the chamber's own size.</summary>
    private const double LengthShare = 0.01;
    private const double LengthFixed = 0.4;

    /// <summary>
    /// A line at the given offsets along a boundary. One figure holds for the whole boundary; several stand at their
    /// chainages and the line runs straight between them, following the boundary's bends.
    /// </summary>
    /// <returns>Errors at <c>figures</c>.</returns>
    public static Result<DigitisedLine> FromOffsets(Run boundary, IReadOnlyList<CoverOverOffset> figures)
    {
        if (figures.Count == 0)
        {
            return new FieldError("figures", "Give cover over offset, like 0.9/1.8, one a line; with the chainage before it where it changes.");
        }

        if (figures.Count > 1 && figures.Any(f => f.ChainageMetres is null))
        {
            return new FieldError("figures", "With more than one figure each needs its chainage along the boundary, like 12 0.9/1.8.");
        }

        var ordered = figures.OrderBy(f => f.ChainageMetres ?? 0).ToList();
        if (ordered[^1].ChainageMetres > boundary.Length + 0.5 || ordered[0].ChainageMetres < 0)
        {
            return new FieldError("figures", FormattableString.Invariant($"A chainage lies beyond the boundary, which is {boundary.Length:0.0} m long."));
        }

        if (ordered.Zip(ordered.Skip(1)).Any(p => p.Second.ChainageMetres - p.First.ChainageMetres < 0.01))
        {
            return new FieldError("figures", "Two figures stand at the same chainage.");
        }

        var (from, to) = ordered.Count == 1 ? (0.0, boundary.Length) : (ordered[0].ChainageMetres!.Value, ordered[^1].ChainageMetres!.Value);
        var chainages = ordered.Select(f => f.ChainageMetres ?? 0)
            .Concat(Enumerable.Range(0, boundary.Points.Count).Select(boundary.ChainageOf).Where(c => c > from && c < to))
            .Append(from).Append(to).Distinct().Order().ToList();
        var points = chainages.Select(c => Mitred(boundary, c, OffsetAt(ordered, c))).ToList();
        return new DigitisedLine(points, ordered.Min(f => f.CoverMetres), OffsetDoubtMetres);
    }

    /// <summary>
    /// Where a lost chamber should be: the lengths added up along the run from a chamber that can be seen. The doubt grows
    /// with what was measured (each length on its own, so the squares add) and with the doubt of the run itself.
    /// </summary>
    /// <param name="seenAt">Chainage of the chamber that can be seen.</param>
    /// <param name="lengths">Metres from chamber to chamber, in order.</param>
    /// <param name="backwards">Towards the start of the run.</param>
    /// <returns>Errors at <c>lengths</c>.</returns>
    public static Result<LostPlace> LostChamber(Run run, double seenAt, IReadOnlyList<double> lengths, bool backwards, double runDoubtMetres)
    {
        if (lengths.Count == 0 || lengths.Any(l => l is <= 0 or > 5000))
        {
            return new FieldError("lengths", "Give the run lengths from chamber to chamber in order, each more than nothing, like 34.2 28.5.");
        }

        var at = seenAt + ((backwards ? -1 : 1) * lengths.Sum());
        var along = Math.Sqrt(lengths.Sum(l => Math.Pow(LengthFixed, 2) + Math.Pow(l * LengthShare, 2)));
        if (at < -along || at > run.Length + along)
        {
            return new FieldError("lengths", FormattableString.Invariant(
                $"{lengths.Sum():0.0} m {(backwards ? "back" : "on")} from there leaves the run, which is {run.Length:0.0} m long. Draw the run further, or go the other way."));
        }

        return new LostPlace(run.At(at), Math.Sqrt((along * along) + (runDoubtMetres * runDoubtMetres)));
    }

    /// <summary>
    /// A lead-in from a main to a point on the premises: drawn straight and square from the main. A length on the plan that is
    /// more than the straight way lets it wander: the farthest that a line of that length between those ends can bow out is
    /// half the minor axis of an ellipse, √(length² − way²) / 2, and that joins the doubt of the main.
    /// </summary>
    /// <param name="lengthByPlan">Metres; null when the plan does not say.</param>
    /// <returns>Errors at <c>premises</c> and <c>leadLength</c>.</returns>
    public static Result<DigitisedLine> LeadIn(Run main, SitePoint premises, double? lengthByPlan, double coverMetres, double mainDoubtMetres)
    {
        var foot = main.Project(premises).Foot;
        var way = foot.DistanceTo(premises);
        if (way < 0.1)
        {
            return new FieldError("premises", "This point lies on the main; click where the lead-in enters the premises.");
        }

        // The plan's length may be short by what the main's own place is in doubt, and by its own rounding.
        var slack = mainDoubtMetres + LengthFixed + (way * LengthShare);
        if (lengthByPlan is { } length && length < way - slack)
        {
            return new FieldError("leadLength", FormattableString.Invariant(
                $"{length:0.0} m do not reach: the main is {way:0.0} m away. It may come from another main, or enter elsewhere."));
        }

        var bow = lengthByPlan is { } l && l > way ? Math.Sqrt((l * l) - (way * way)) / 2 : 0;
        return new DigitisedLine([foot, premises], coverMetres, Math.Sqrt((mainDoubtMetres * mainDoubtMetres) + (bow * bow)));
    }

    private static double OffsetAt(List<CoverOverOffset> figures, double chainage)
    {
        for (var i = 1; i < figures.Count; i++)
        {
            var (a, b) = (figures[i - 1], figures[i]);
            if (chainage <= b.ChainageMetres)
            {
                var share = (chainage - a.ChainageMetres!.Value) / (b.ChainageMetres!.Value - a.ChainageMetres.Value);
                return a.OffsetMetres + (share * (b.OffsetMetres - a.OffsetMetres));
            }
        }

        return figures[^1].OffsetMetres;
    }

    /// <summary>The point at an offset; on a corner, out along the bisector so that both sides keep their distance.</summary>
    private static SitePoint Mitred(Run boundary, double chainage, double offset)
    {
        var before = boundary.DirectionAt(Math.Max(0, chainage - 1e-6));
        var after = boundary.DirectionAt(Math.Min(boundary.Length, chainage + 1e-6));
        var bisector = (before.Right + after.Right).Unit();
        var stretch = Math.Max(0.35, bisector.Dot(after.Right));
        return boundary.At(chainage) + (bisector * (offset / stretch));
    }
}
