using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using NodaTime;

namespace GentleMole.Core.Grids;

/// <summary>A grid of radar lines as it is asked for.</summary>
/// <param name="Area">Corners of what is walked.</param>
/// <param name="Expected">Which way what is sought is expected to run: lines go square to it first. Null where nothing is expected.</param>
/// <param name="IsBothWays">Lines along what is expected too: for what runs otherwise, and to see where a find begins and ends.</param>
public sealed record GridOrder(IReadOnlyList<SitePoint> Area, Azimuth? Expected, double SpacingMetres, bool IsBothWays)
{
    /// <summary>Between lines, metres: narrower is a survey of its own, wider is none.</summary>
    public static readonly Bounds Spacing = new(0.1, 5);

    /// <summary>Responses on neighbouring lines from which on a run is told from chance, on made-up grids.</summary>
    public const int LeastMet = 5;

    /// <summary>Chance that a line that crosses a pipe shows it, where its ground lets one see.</summary>
    public const double ChanceMet = 0.9;

    private const double MetresPerSecond = 0.7;
    private static readonly Duration Turn = Duration.FromSeconds(25);

    /// <summary>Wrong entries by their fields; empty when it can be laid.</summary>
    public List<FieldError> Check()
    {
        var errors = SweepRules.Check(new SweepOrder(SweepKind.Grid, SweepMode.Active, Area, default, 0, Along, 360, Math.Max(SpacingMetres, SweepRules.Spacing.Least), IsBothWays));
        Spacing.Refuse(errors, SpacingMetres, "spacing", "the distance between lines in metres");
        return errors;
    }

    /// <summary>The way of the first lines.</summary>
    public Azimuth Along => (Expected ?? Azimuth.Of(90)).Turned(90);

    /// <summary>Lines in the order in which they are walked: across first, then along. Empty where none fits or too many.</summary>
    /// <param name="obstacles">Nobody walks through them.</param>
    public IReadOnlyList<(SitePoint From, SitePoint To)> Lines(IReadOnlyList<IReadOnlyList<SitePoint>> obstacles)
    {
        var all = SweepLayout.Grid(Area, obstacles, Along, SpacingMetres, IsBothWays, SweepMode.Active);
        return all.Count > GridRules.MostLines ? [] : [.. all.Select(p => (p.From, p.To))];
    }

    /// <summary>Chance that a straight pipe is met on enough lines to be told from stones.</summary>
    /// <param name="offDegrees">How far it runs off the expected direction.</param>
    public double ChanceTold(double lengthMetres, double offDegrees = 0) => Passes.ChanceMet(lengthMetres, 90 - offDegrees, ChanceMet, LeastMet);

    /// <summary>The same at the least: up to 30° off what is expected, at any angle where nothing is.</summary>
    public double LeastChanceTold(double lengthMetres) =>
        Expected is null ? Passes.WorstChanceMet(lengthMetres, ChanceMet, LeastMet) : Math.Min(ChanceTold(lengthMetres), ChanceTold(lengthMetres, MostOffDegrees));

    private const double MostOffDegrees = 30;

    private PassGrid Passes => new(SpacingMetres, IsBothWays ? SpacingMetres : null);

    /// <summary>Walking, turning and setting flags.</summary>
    public static Duration Time(IReadOnlyList<(SitePoint From, SitePoint To)> lines) => Duration.FromSeconds(lines.Sum(l => l.From.DistanceTo(l.To)) / MetresPerSecond) + (Turn * lines.Count);

    /// <summary>True when a way that was walked is a line of the grid: it lies along it, and covers most of it.</summary>
    public bool IsWalked((SitePoint From, SitePoint To) line, SitePoint from, SitePoint to)
    {
        var (way, length) = ((line.To - line.From).Unit(), line.From.DistanceTo(line.To));
        var within = Math.Max(LeastAside, SpacingMetres / 3);
        double Aside(SitePoint p) => Math.Abs((p - line.From).Dot(way.Right));
        double On(SitePoint p) => Math.Clamp((p - line.From).Dot(way), 0, length);
        return Aside(from) <= within && Aside(to) <= within && Math.Abs(On(to) - On(from)) >= CoversPart * length;
    }

    private const double LeastAside = 0.15;
    private const double CoversPart = 0.8;
}
