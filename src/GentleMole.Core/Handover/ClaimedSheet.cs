using System.Globalization;
using System.Text;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Core.Handover;

/// <summary>
/// What a sheet claims, free of units and words that a reader may choose: utilities with their answers and stretches, metres with three places. Written as one
/// fact a line, so that a sheet of paper can be held against it, and read back, so that two sheets can.
/// </summary>
/// <param name="Head">Head of the log's chain when it went out; empty before.</param>
/// <param name="ValidUntil">Last day on which it holds; null where nothing is marked.</param>
public sealed record ClaimedSheet(int JobId, string Head, LocalDate? ValidUntil, IReadOnlyList<ClaimedLine> Lines)
{
    /// <summary>What moved by less than this is where it was.</summary>
    public const double SameMetres = 0.05;

    /// <summary>Lengths that differ by less are the same.</summary>
    private const double SameLengthMetres = 0.3;

    /// <summary>Places of the old way are held against the new one at such steps.</summary>
    private const double StepMetres = 0.5;

    private static readonly LocalDatePattern Day = LocalDatePattern.Iso;

    /// <summary>One fact a line.</summary>
    public string Write()
    {
        var text = new StringBuilder();
        text.Append(CultureInfo.InvariantCulture, $"job;{JobId};{Head}\n");
        text.Append(CultureInfo.InvariantCulture, $"valid;{(ValidUntil is { } day ? Day.Format(day) : "")}\n");
        foreach (var line in Lines)
        {
            text.Append(CultureInfo.InvariantCulture, $"utility;{line.Kind};{OneLine(line.Owner)};{line.Answer}\n");
            foreach (var s in line.Stretches)
            {
                text.Append(CultureInfo.InvariantCulture, $"stretch;{s.Ends};{M(s.From.East)};{M(s.From.North)};{M(s.To.East)};{M(s.To.North)};{M(s.AcrossHalfMetres)};{M(s.DepthMetres)};{M(s.DepthHalfMetres)};{s.Level};{s.Confidence}\n");
            }
        }

        return text.ToString();
    }

    /// <summary>Reads what <see cref="Write"/> wrote.</summary>
    /// <returns>Null where it is not such a text.</returns>
    public static ClaimedSheet? Read(string text)
    {
        ArgumentNullException.ThrowIfNull(text);
        var (job, head, until, lines) = ((int?)null, "", (LocalDate?)null, new List<(UtilityKind Kind, string Owner, LineAnswer Answer, List<ClaimedStretch> Stretches)>());
        foreach (var row in text.Split('\n', StringSplitOptions.RemoveEmptyEntries))
        {
            var cells = row.Split(';');
            switch (cells[0], cells.Length)
            {
                case ("job", 3) when int.TryParse(cells[1], NumberStyles.None, CultureInfo.InvariantCulture, out var id):
                    (job, head) = (id, cells[2]);
                    break;
                case ("valid", 2) when cells[1].Length == 0:
                    break;
                case ("valid", 2) when Day.Parse(cells[1]) is { Success: true, Value: var day }:
                    until = day;
                    break;
                case ("utility", 4) when Enum.TryParse<UtilityKind>(cells[1], out var kind) && Enum.TryParse<LineAnswer>(cells[3], out var answer):
                    lines.Add((kind, cells[2], answer, []));
                    break;
                case ("stretch", 11) when lines.Count > 0 && StretchOf(cells) is { } stretch:
                    lines[^1].Stretches.Add(stretch);
                    break;
                default:
                    return null;
            }
        }

        return job is { } known ? new ClaimedSheet(known, head, until, [.. lines.Select(l => new ClaimedLine(l.Kind, l.Owner, l.Answer, l.Stretches))]) : null;
    }

    /// <summary>What is otherwise on this sheet than on one before, utility by utility; the head of the log is no claim.</summary>
    public IReadOnlyList<ClaimChange> Since(ClaimedSheet before)
    {
        ArgumentNullException.ThrowIfNull(before);
        var changes = new List<ClaimChange>();
        if (before.ValidUntil != ValidUntil)
        {
            changes.Add(new ClaimChange(ClaimChangeKind.Validity, null, null) { HeldUntil = before.ValidUntil, HoldsUntil = ValidUntil });
        }

        var (was, now) = (Keyed(before.Lines), Keyed(Lines));
        foreach (var (key, line) in now)
        {
            changes.AddRange(was.TryGetValue(key, out var old) ? Between(old, line) : [new ClaimChange(ClaimChangeKind.Came, null, line)]);
        }

        changes.AddRange(was.Where(w => !now.ContainsKey(w.Key)).Select(w => new ClaimChange(ClaimChangeKind.Went, w.Value, null)));
        return changes;
    }

    /// <summary>Two lines of one owner and kind are told apart by their order.</summary>
    private static Dictionary<(UtilityKind, string, int), ClaimedLine> Keyed(IReadOnlyList<ClaimedLine> lines) =>
        lines.GroupBy(l => (l.Kind, Owner: OneLine(l.Owner))).SelectMany(g => g.Select((line, i) => (Key: (g.Key.Kind, g.Key.Owner, i), line))).ToDictionary(l => l.Key, l => l.line);

    private static IEnumerable<ClaimChange> Between(ClaimedLine before, ClaimedLine after)
    {
        if (before.Answer != after.Answer)
        {
            yield return new ClaimChange(ClaimChangeKind.Answer, before, after);
        }

        if (Math.Abs(after.LengthMetres - before.LengthMetres) > SameLengthMetres)
        {
            yield return new ClaimChange(ClaimChangeKind.Length, before, after) { ByMetres = after.LengthMetres - before.LengthMetres };
        }

        if (before.Run is { } was && after.Run is { } now)
        {
            var (moved, deeper) = Held(before, was, after, now);
            if (moved > SameMetres)
            {
                yield return new ClaimChange(ClaimChangeKind.Moved, before, after) { ByMetres = moved };
            }

            if (Math.Abs(deeper) > SameMetres)
            {
                yield return new ClaimChange(ClaimChangeKind.Depth, before, after) { ByMetres = deeper };
            }
        }

        if (Math.Abs(after.DoubtfulMetres - before.DoubtfulMetres) > SameLengthMetres)
        {
            yield return new ClaimChange(ClaimChangeKind.Doubt, before, after) { ByMetres = after.DoubtfulMetres - before.DoubtfulMetres };
        }

        if (Enum.GetValues<QualityLevel>().Any(l => Math.Abs(after.MetresOf(l) - before.MetresOf(l)) > SameLengthMetres))
        {
            yield return new ClaimChange(ClaimChangeKind.Level, before, after);
        }
    }

    /// <summary>How far the marks moved at most where both sheets have some, and by how much the depth changed at most there.</summary>
    private static (double Moved, double Deeper) Held(ClaimedLine before, Run was, ClaimedLine after, Run now)
    {
        var (moved, deeper) = (0.0, 0.0);
        var steps = Math.Clamp((int)Math.Ceiling(now.Length / StepMetres), 1, 4000);
        for (var k = 0; k <= steps; k++)
        {
            var chainage = now.Length * k / steps;
            var place = now.At(chainage);
            var station = was.Project(place);

            // Beyond the old ends nothing was claimed: there it is longer, not elsewhere.
            if (station.ChainageMetres <= 1e-6 || station.ChainageMetres >= was.Length - 1e-6)
            {
                if (Math.Abs((place - station.Foot).Dot(was.DirectionAt(station.ChainageMetres))) > 1e-6)
                {
                    continue;
                }
            }

            moved = Math.Max(moved, station.Foot.DistanceTo(place));
            if (DepthAt(before, was, station.ChainageMetres) is { } then && DepthAt(after, now, chainage) is { } today && Math.Abs(today - then) > Math.Abs(deeper))
            {
                deeper = today - then;
            }
        }

        return (moved, deeper);
    }

    private static double? DepthAt(ClaimedLine line, Run run, double chainage)
    {
        for (var (i, at) = (0, 0.0); i < line.Stretches.Count; at += line.Stretches[i].LengthMetres, i++)
        {
            if (chainage <= at + line.Stretches[i].LengthMetres + 1e-6)
            {
                return line.Stretches[i].DepthMetres;
            }
        }

        return chainage <= run.Length + 1e-6 ? line.Stretches[^1].DepthMetres : null;
    }

    private static ClaimedStretch? StretchOf(string[] cells)
    {
        var numbers = cells[2..9].Select(c => c.Length == 0 ? (double?)null : double.TryParse(c, NumberStyles.Float, CultureInfo.InvariantCulture, out var n) && double.IsFinite(n) ? n : double.NaN).ToArray();
        return numbers.Any(n => n is double.NaN) || numbers[..5].Any(n => n is null) || !Enum.TryParse<QualityLevel>(cells[9], out var level) || !Enum.TryParse<Verdict>(cells[10], out var confidence)
            ? null
            : new ClaimedStretch(cells[1], new SitePoint(numbers[0]!.Value, numbers[1]!.Value), new SitePoint(numbers[2]!.Value, numbers[3]!.Value), numbers[4]!.Value, numbers[5], numbers[6], level, confidence);
    }

    private static string M(double? metres) => metres?.ToString("0.000", CultureInfo.InvariantCulture) ?? "";

    private static string OneLine(string text) => text.Replace('\n', ' ').Replace('\r', ' ').Replace(';', ',');
}
