using GentleMole.Core.Site;
using GentleMole.Core.Trace;

namespace GentleMole.Core.Together;

/// <summary>A place of a line whose depth is known without radar: one to run the radar over first, so that the ground's velocity is measured and not guessed.</summary>
/// <param name="LineId">By which whoever asks knows the line.</param>
/// <param name="Ahead">Along the line, as a unit vector.</param>
/// <param name="Cover">From the surface to its top, metres.</param>
public sealed record KnownPlace(int LineId, MarkPoint Point, SitePoint Ahead, Estimate Cover)
{
    /// <summary>What is known worse than this, as a part of its cover, teaches a radar nothing.</summary>
    private const double WorstPart = 0.3;

    /// <summary>Shallower than this its response is lost in the direct wave.</summary>
    private const double ShallowestMetres = 0.25;

    /// <summary>With another line nearer than this nobody knows whose response it is.</summary>
    private const double AloneMetres = 0.8;

    /// <summary>Half the way that is walked across it: enough for both arms of its response.</summary>
    private const double HalfWayMetres = 2;

    /// <summary>Places to begin with, the best known first: exposed ones, then those known best for their depth; one of each line before a second of any.</summary>
    /// <param name="lines">Lines without what a radar says of them, and how thick they are; null where nobody has said it.</param>
    public static IReadOnlyList<KnownPlace> Of(IReadOnlyList<(int Id, TracedLine Line, double? OutsideMetres)> lines)
    {
        var known = new List<KnownPlace>();
        foreach (var (id, line, outside) in lines)
        {
            for (var i = 0; i < line.Points.Count; i++)
            {
                var point = line.Points[i];
                if (line.Run is { } run && point is { Depth: { } depth, Verdict: not Verdict.Reject } && TwoFinds.CoverOf(depth, outside) is var cover && cover.Value >= ShallowestMetres && cover.HalfWidth <= WorstPart * cover.Value
                    && lines.All(l => l.Id == id || l.Line.Run is not { } other || other.Project(point.Place).Foot.DistanceTo(point.Place) >= AloneMetres))
                {
                    known.Add(new KnownPlace(id, point, run.DirectionAt(run.Project(point.Place).ChainageMetres), cover));
                }
            }
        }

        return [.. known.GroupBy(k => k.LineId).SelectMany(g => Ranked(g).Select((k, i) => (Known: k, Turn: i))).OrderBy(k => k.Turn).ThenBy(k => !k.Known.Point.Exposed).ThenBy(k => k.Known.Point.Verdict).ThenBy(k => Doubt(k.Known)).Select(k => k.Known)];
    }

    /// <summary>Where a profile passes over it: it crosses the line near to it. Null where it does not.</summary>
    /// <param name="line">The line that it is a place of.</param>
    /// <param name="way">Of the profile.</param>
    /// <returns>How far along the profile, and how far from the place, metres.</returns>
    public (double AlongMetres, double ApartMetres)? CrossedBy(TracedLine line, Run way) => line.Run is not { } run ? null
        : way.CrossingsWith(run).Select(c => ((double, double)?)(c.ChainageMetres, c.Point.DistanceTo(Point.Place))).Where(c => c!.Value.Item2 < PassesMetres).OrderBy(c => c!.Value.Item2).FirstOrDefault();

    /// <summary>Which of a profile's responses is its echo: near the crossing; one that somebody took before one that was only found, then the surest and nearest. Null where none may be.</summary>
    /// <param name="responses">Where along the profile each lies, how sure it is from 0 to 1, and whether somebody took it.</param>
    public static int? EchoOf(IReadOnlyList<(double AlongMetres, double Confidence, bool IsTaken)> responses, double alongMetres) => Enumerable.Range(0, responses.Count)
        .Where(i => Math.Abs(responses[i].AlongMetres - alongMetres) < EchoMetres)
        .OrderByDescending(i => responses[i].IsTaken).ThenByDescending(i => responses[i].Confidence - Math.Abs(responses[i].AlongMetres - alongMetres)).Select(i => (int?)i).FirstOrDefault();

    /// <summary>True where somebody said that what tells its depth was disturbed there.</summary>
    public bool IsDisproved(LineTogether together) => together.Witnesses.Any(w => w.Answer == WitnessAnswer.Radar && w.Meetings.Any(m => m.Dot == Point.Number));

    private const double PassesMetres = 1;

    /// <summary>The dot and the profile are both a little off.</summary>
    private const double EchoMetres = 0.4;

    /// <summary>The way that is walked over it: square to its line, as far to both sides.</summary>
    public Run Across => new([Point.Place - (Ahead.Right * HalfWayMetres), Point.Place + (Ahead.Right * HalfWayMetres)]);

    private static IEnumerable<KnownPlace> Ranked(IEnumerable<KnownPlace> places) => places.OrderBy(k => !k.Point.Exposed).ThenBy(k => k.Point.Verdict).ThenBy(Doubt);

    private static double Doubt(KnownPlace known) => known.Cover.HalfWidth / known.Cover.Value;
}
