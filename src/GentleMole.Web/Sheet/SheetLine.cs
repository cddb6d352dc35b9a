using GentleMole.Core.Exposures;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Core.Together;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>A utility with its dots and the line through the accepted ones.</summary>
/// <param name="own">Its dots; null before they are known.</param>
/// <param name="records">Lines read off its owner's plans.</param>
/// <param name="pushes">Sondes pushed into it.</param>
/// <param name="witnesses">Runs of radar responses that somebody said are of it.</param>
/// <param name="exposures">Places at which it was uncovered.</param>
internal sealed class SheetLine(SoughtLine line, LineDots? own, IReadOnlyList<RecordLine> records, IReadOnlyList<SondePush>? pushes = null, IReadOnlyList<RadarWitness>? witnesses = null, IReadOnlyList<Exposure>? exposures = null)
{
    private static readonly TracedLine NoLine = TracedLine.Join([]);

    public SoughtLine Line => line;

    public LineDots? Own => own;

    /// <summary>Lines read off its owner's plans.</summary>
    public IReadOnlyList<RecordLine> Records => records;

    public IReadOnlyList<JudgedDot> Dots => Own?.Dots ?? [];

    private readonly Lazy<IReadOnlyList<PushTold>> _pushes = new(() => [.. (pushes ?? []).OrderBy(p => p.Id).Select(p => PushTold.Of(p, ExpectedOf(line, records)))]);

    private LineTogether? _together;
    private TracedLine? _withPushes;
    private TracedLine? _exposed;
    private Run? _bestRun;

    /// <summary>Sondes pushed into it, worked out.</summary>
    public IReadOnlyList<PushTold> Pushes => _pushes.Value;

    /// <summary>The line through what is marked, and where it was uncovered as it really lies.</summary>
    public TracedLine Traced => exposures is { Count: > 0 } ? _exposed ??= ExposedLine.Of(Unopened, exposures) : Unopened;

    /// <summary>The line as it was marked before anybody dug: its accepted dots, the pipe of a push that somebody took, and what a radar adds to both.</summary>
    public TracedLine Unopened => witnesses is { Count: > 0 } || pushes is { Count: > 0 } ? Together.Line : Own?.Traced ?? NoLine;

    /// <summary>The line without what a radar says of it, with the places at which it was uncovered: what a radar is run over first.</summary>
    public TracedLine KnownWithoutRadar => ExposedLine.Of(WithoutRadar, exposures ?? []);

    /// <summary>What receiver and radar say together.</summary>
    public LineTogether Together => _together ??= LineTogether.Of(WithoutRadar, witnesses ?? [], line.OutsideDiameterMetres);

    /// <summary>Dots that wait for a decision.</summary>
    public int Undecided => Own?.Undecided ?? 0;

    public double ZoneHalfWidth(double toleranceMetres) =>
        ToleranceZone.HalfWidth(Line.OutsideDiameterMetres ?? 0, toleranceMetres);

    /// <summary>The run by the owner's plan: as drawn on the notice, else the longest line of its records.</summary>
    public Run? Expected { get; } = ExpectedOf(line, records);

    /// <summary>Where the line is taken to run: as marked, else as plans say, with what a radar saw of it; null when none is known.</summary>
    public Run? BestRun => _bestRun ??= WithoutRadar.Run ?? JoinedRun.Of(Traced.Run, Expected);

    /// <summary>Where signal is taken to run: as marked, and on as plans say.</summary>
    public Run? SupposedRun { get; } = JoinedRun.Of(own?.Traced.Run, ExpectedOf(line, records));

    /// <summary>The same line with its dots.</summary>
    public SheetLine With(LineDots dots) => new(line, dots, records, pushes, witnesses, exposures);

    /// <summary>The last dot before a moment that the line goes through, taken with the same hookup.</summary>
    public Reading? LastAccepted(int? hookupId, Instant before, Guid? apartFrom)
    {
        for (var i = Dots.Count - 1; i >= 0; i--)
        {
            var reading = Dots[i].Reading;
            if (reading.State == DotState.Accepted && reading.HookupId == hookupId && reading.TakenAt < before && reading.Id != apartFrom)
            {
                return reading;
            }
        }

        return null;
    }

    /// <summary>The line by its dots and the pushes that were taken.</summary>
    public TracedLine WithoutRadar => pushes is null || !pushes.Any(p => p.TakenAt is not null) ? Own?.Traced ?? NoLine
        : _withPushes ??= TracedLine.Join([.. Own?.Traced.Points ?? [], .. Pushes.Where(p => p.IsTaken).SelectMany(p => p.Marks())]);

    private static Run? ExpectedOf(SoughtLine sought, IReadOnlyList<RecordLine> recorded) => sought.ExpectedRun.Count >= 2
        ? new Run(sought.ExpectedRun)
        : recorded.Select(r => new Run(r.Points)).MaxBy(r => r.Length);
}
