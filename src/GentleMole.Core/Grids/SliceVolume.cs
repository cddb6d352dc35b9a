using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>
/// What a grid of radar lines answers from below: every line cleaned, migrated and turned into strength over depth, laid where it was
/// walked. Between lines it is interpolated, and says so; where no line saw anything it is empty.
/// </summary>
public sealed class SliceVolume
{
    private const double DepthStep = 0.025;
    private const int MostCells = 1_000_000;
    private const double CellsPerSpacing = 6;
    private const double LeastCell = 0.05;
    private const double MostCell = 0.5;
    private const double FullQuantile = 0.995;

    private readonly Line[] _lines;
    private readonly int _rows;
    private readonly float _full;
    private readonly (int Line, int Trace, float Weight)[][] _cells;
    private readonly float[] _seen;
    private readonly SitePoint _corner;
    private readonly double _cell;
    private readonly int _across;
    private readonly int _down;

    private SliceVolume(Line[] lines, double reach, double spacing, int rows)
    {
        (_lines, _rows, ReachMetres, SpacingMetres) = (lines, rows, reach, spacing);
        var ends = lines.SelectMany(l => new[] { l.From, l.At(l.Length) }).ToList();
        var (west, east) = (ends.Min(p => p.East) - reach, ends.Max(p => p.East) + reach);
        var (south, north) = (ends.Min(p => p.North) - reach, ends.Max(p => p.North) + reach);
        _cell = Math.Max(Math.Clamp(spacing / CellsPerSpacing, LeastCell, MostCell), Math.Sqrt((east - west) * (north - south) / MostCells));
        (_across, _down) = ((int)Math.Ceiling((east - west) / _cell), (int)Math.Ceiling((north - south) / _cell));
        _corner = new SitePoint(west, north);
        (_cells, _seen) = Laid();
        _full = Full();
    }

    /// <summary>Corner of the picture from above.</summary>
    public SitePoint NorthWest => _corner;

    /// <summary>The corner opposite.</summary>
    public SitePoint SouthEast => new(_corner.East + (_across * _cell), _corner.North - (_down * _cell));

    /// <summary>Down to here it goes, metres.</summary>
    public double DeepestMetres => _rows * DepthStep;

    /// <summary>Usual way between neighbouring lines, metres.</summary>
    public double SpacingMetres { get; }

    /// <summary>Farther from every line than this nothing is said, metres.</summary>
    public double ReachMetres { get; }

    /// <summary>Bytes it holds, about.</summary>
    public long Bytes => _lines.Sum(l => 4L * l.Summed.Length) + (_cells.Sum(c => 24L + (12L * c.Length))) + (4L * _seen.Length);

    /// <summary>Prepares lines and lays them; the preparing is where the work is.</summary>
    /// <param name="lines">At least one, with at least two traces each.</param>
    /// <param name="velocity">Of the ground, metres per nanosecond.</param>
    /// <exception cref="OperationCanceledException">It was given up.</exception>
    public static SliceVolume Of(IReadOnlyList<SliceLine> lines, double velocity, double deepestMetres, CancellationToken cancel = default)
    {
        var gain = GainOf(lines.Take(MostAsked).Select(l => FallingOf(l.Profile, l.Direct)));
        var made = new StrongLine[lines.Count];
        Parallel.For(0, lines.Count, new ParallelOptions { CancellationToken = cancel }, i => made[i] = Prepare(lines[i].Profile, lines[i].Direct, velocity, gain, deepestMetres));
        return Of([.. lines.Select((l, i) => (made[i], l.Start, l.Way))]);
    }

    /// <summary>Lays lines that are prepared, all with one velocity, one gain and one depth.</summary>
    /// <param name="lines">At least one: where its trace at 0 m lies, and the direction of the walk, of length one.</param>
    public static SliceVolume Of(IReadOnlyList<(StrongLine Line, SitePoint Start, SitePoint Way)> lines)
    {
        var laid = lines.Select(l => new Line(l.Start, l.Way, l.Line.Along, l.Line.Summed)).ToArray();
        var spacing = SpacingOf(laid);
        return new SliceVolume(laid, BetweenPart * spacing, spacing, lines[0].Line.Rows);
    }

    /// <summary>How fast the echoes of a line fall, decibels a nanosecond.</summary>
    public static double FallingOf(RadarProfile profile, DirectWave direct) => RadarChain.Falling(profile, direct.TimeZeroNanoseconds);

    /// <summary>One gain for all lines: none is to look strong because it was turned up. In steps, so that a line more does not make all of them anew.</summary>
    /// <param name="falling">Of some lines, decibels a nanosecond.</param>
    public static double GainOf(IEnumerable<double> falling)
    {
        var gains = falling.Take(MostAsked).Order().ToList();
        return Math.Round(gains[gains.Count / 2] / GainStep) * GainStep;
    }

    private const double GainStep = 0.1;

    private static int RowsOf(double deepestMetres) => Math.Max(4, (int)Math.Ceiling(deepestMetres / DepthStep));

    /// <summary>So many lines are asked how fast the ground swallows; more say no more.</summary>
    public const int MostAsked = 9;

    /// <summary>What lies farther from a line than this part of the way to the next was seen by none.</summary>
    private const double BetweenPart = 0.75;

    /// <summary>The slice at a depth.</summary>
    /// <param name="thicknessMetres">Of the slice: what lies within half of it, up and down.</param>
    public DepthSlice At(double depthMetres, double thicknessMetres)
    {
        var first = Math.Clamp((int)Math.Round((depthMetres - (thicknessMetres / 2)) / DepthStep), 0, _rows - 1);
        var last = Math.Clamp((int)Math.Round((depthMetres + (thicknessMetres / 2)) / DepthStep), first + 1, _rows);
        var strength = new float[_cells.Length];
        Parallel.For(0, _down, row =>
        {
            for (var i = row * _across; i < (row + 1) * _across; i++)
            {
                var sum = 0f;
                foreach (var (line, trace, weight) in _cells[i])
                {
                    var at = trace * (_rows + 1);
                    sum += weight * (_lines[line].Summed[at + last] - _lines[line].Summed[at + first]);
                }

                strength[i] = Math.Min(1, sum / ((last - first) * _full));
            }
        });
        return new DepthSlice(_corner, _cell, _across, _down, strength, _seen);
    }

    /// <summary>What lies under a way that a person drew.</summary>
    public VolumeCut Along(Run way)
    {
        var columns = ColumnsOf(way);
        var step = way.Length / (columns - 1);
        var (strength, seen) = (new float[columns * _rows], new float[columns]);
        var reached = new List<(int Line, int Trace, float Weight)>();
        for (var c = 0; c < columns; c++)
        {
            seen[c] = Reached(way.At(c * step), reached);
            foreach (var (line, trace, weight) in reached)
            {
                var at = trace * (_rows + 1);
                for (var r = 0; r < _rows; r++)
                {
                    strength[(c * _rows) + r] += weight * (_lines[line].Summed[at + r + 1] - _lines[line].Summed[at + r]);
                }
            }

            for (var r = 0; r < _rows; r++)
            {
                strength[(c * _rows) + r] = Math.Min(1, strength[(c * _rows) + r] / _full);
            }
        }

        return new VolumeCut(step, columns, DepthStep, _rows, strength, seen);
    }

    /// <summary>How well a way is seen, evenly from end to end: 1 on a line, less between lines, 0 where none reaches.</summary>
    public IReadOnlyList<float> SeenAlong(Run way)
    {
        var columns = ColumnsOf(way);
        var reached = new List<(int Line, int Trace, float Weight)>();
        return [.. Enumerable.Range(0, columns).Select(c => Reached(way.At(c * way.Length / (columns - 1)), reached))];
    }

    private int ColumnsOf(Run way) => Math.Clamp((int)Math.Ceiling(way.Length / _cell) + 1, 2, MostColumns);

    private const int MostColumns = 2000;

    /// <summary>A line cleaned, migrated, as strength; summed up from the surface so that any thickness is one difference.</summary>
    /// <param name="profile">At least two traces; places along it are true metres.</param>
    /// <param name="gain">Of all lines, decibels a nanosecond.</param>
    public static StrongLine Prepare(RadarProfile profile, DirectWave direct, double velocity, double gain, double deepestMetres)
    {
        var rows = RowsOf(deepestMetres);
        var level = 1 / Sent(profile, direct);
        var run = RadarChain.Follow(Shortened(profile, direct.TimeZeroNanoseconds, velocity, rows), [
            new(RadarStepKind.TimeZero, Math.Max(0, direct.TimeZeroNanoseconds)), new(RadarStepKind.Dewow), new(RadarStepKind.BandPass), new(RadarStepKind.Background), new(RadarStepKind.Gain, gain),
            new(RadarStepKind.Migrate, velocity), new(RadarStepKind.Envelope)]);
        profile = run.Profile;
        var summed = new float[profile.Traces * (rows + 1)];
        var perRow = DepthStep * 2 / velocity / profile.IntervalNanoseconds;
        for (var i = 0; i < profile.Traces; i++)
        {
            var trace = profile.Trace(i);
            var sum = 0.0;
            for (var r = 0; r < rows; r++)
            {
                var (from, to) = (run.TimeZeroNanoseconds + (r * perRow), run.TimeZeroNanoseconds + ((r + 1) * perRow));
                var (first, last) = ((int)from, Math.Max((int)to, (int)from + 1));
                var here = 0.0;
                for (var k = first; k < last && k < trace.Length; k++)
                {
                    here += trace[k];
                }

                sum += first < trace.Length ? here * level / (last - first) : 0;
                summed[(i * (rows + 1)) + r + 1] = (float)sum;
            }
        }

        return new StrongLine(profile.AlongMetres, summed, rows);
    }

    /// <summary>Without what lies deeper than the volume goes, and the tails that reach up from there.</summary>
    private static RadarProfile Shortened(RadarProfile profile, double timeZero, double velocity, int rows)
    {
        var samples = (int)Math.Ceiling((Math.Max(0, timeZero) + (TailPart * rows * DepthStep * 2 / velocity)) / profile.IntervalNanoseconds) + 1;
        if (samples >= profile.SamplesEach)
        {
            return profile;
        }

        var taken = new float[profile.Traces * samples];
        for (var i = 0; i < profile.Traces; i++)
        {
            profile.Trace(i)[..samples].CopyTo(taken.AsSpan(i * samples));
        }

        return profile with { Samples = taken, SamplesEach = samples };
    }

    private const double TailPart = 1.3;

    /// <summary>What came straight over: lines of one grid may be set to different levels.</summary>
    private static double Sent(RadarProfile profile, DirectWave direct)
    {
        var (at, sum) = (Math.Clamp((int)Math.Round(direct.PeakNanoseconds / profile.IntervalNanoseconds), 0, profile.SamplesEach - 1), 0.0);
        for (var i = 0; i < profile.Traces; i++)
        {
            sum += Math.Abs(profile.Trace(i)[at]);
        }

        return sum > 0 ? sum / profile.Traces : 1;
    }

    private static double SpacingOf(Line[] lines)
    {
        var walked = lines.Select(l => new WalkedLine(l.From, (l.At(l.Length) - l.From).Unit(), l.Length)).ToArray();
        return WalkedLine.SpacingOf(walked);
    }

    /// <summary>Which traces tell each cell, and how well it was seen.</summary>
    private ((int Line, int Trace, float Weight)[][] Cells, float[] Seen) Laid()
    {
        var (cells, seen) = (new (int, int, float)[_across * _down][], new float[_across * _down]);
        Parallel.For(0, _down, () => new List<(int Line, int Trace, float Weight)>(), (row, _, reached) =>
        {
            for (var column = 0; column < _across; column++)
            {
                var i = (row * _across) + column;
                seen[i] = Reached(new SitePoint(_corner.East + ((column + 0.5) * _cell), _corner.North - ((row + 0.5) * _cell)), reached);
                cells[i] = [.. reached];
            }

            return reached;
        }, _ => { });
        return (cells, seen);
    }

    /// <summary>Traces of every line that reaches a place, by their distance (inverse squares), and how well it is seen.</summary>
    private float Reached(SitePoint place, List<(int Line, int Trace, float Weight)> into)
    {
        into.Clear();
        var (nearest, sum) = (double.PositiveInfinity, 0.0);
        for (var l = 0; l < _lines.Length; l++)
        {
            if (_lines[l].Nearest(place, 2 * ReachMetres) is not { } found)
            {
                continue;
            }

            nearest = Math.Min(nearest, found.Metres);
            var weight = 1 / ((found.Metres * found.Metres) + (Soft * Soft));
            sum += weight;
            into.Add((l, found.Trace, (float)weight));
        }

        if (nearest > ReachMetres)
        {
            into.Clear();
            return 0;
        }

        for (var k = 0; k < into.Count; k++)
        {
            into[k] = into[k] with { Weight = (float)(into[k].Weight / sum) };
        }

        return (float)(1 - ((1 - Faintest) * Math.Clamp(nearest / ReachMetres, 0, 1)));
    }

    private const double Soft = 0.04;
    private const double Faintest = 0.25;

    /// <summary>The strength that counts as full: nearly the strongest of all rows below the first decimetre.</summary>
    private float Full()
    {
        var some = new List<float>();
        var first = Math.Min(_rows - 1, (int)(0.15 / DepthStep));
        foreach (var line in _lines)
        {
            var every = Math.Max(1, line.Along.Length / 200);
            for (var i = 0; i < line.Along.Length; i += every)
            {
                for (var r = first; r < _rows; r++)
                {
                    some.Add(line.Summed[(i * (_rows + 1)) + r + 1] - line.Summed[(i * (_rows + 1)) + r]);
                }
            }
        }

        some.Sort();
        return some.Count == 0 ? 1 : Math.Max(1e-12f, some[(int)(FullQuantile * (some.Count - 1))]);
    }

    /// <summary>A line with its summed strengths, trace by trace.</summary>
    private sealed class Line(SitePoint start, SitePoint way, double[] along, float[] summed)
    {
        public double[] Along => along;

        public float[] Summed => summed;

        public SitePoint From => start + (way * along[0]);

        public double Length => Math.Abs(along[^1] - along[0]);

        public SitePoint At(double metres) => From + (way * (Math.Sign(along[^1] - along[0]) * metres));

        /// <summary>The trace nearest to a place, when it lies within a distance.</summary>
        public (int Trace, double Metres)? Nearest(SitePoint place, double within)
        {
            var to = place - start;
            if (Math.Abs(to.Dot(way.Right)) > within)
            {
                return null;
            }

            var (low, high, isRising) = (0, along.Length - 1, along[^1] >= along[0]);
            var foot = to.Dot(way);
            while (low < high)
            {
                var middle = (low + high) / 2;
                (low, high) = along[middle] < foot == isRising ? (middle + 1, high) : (low, middle);
            }

            var best = low > 0 && Math.Abs(along[low - 1] - foot) < Math.Abs(along[low] - foot) ? low - 1 : low;
            var far = (start + (way * along[best])).DistanceTo(place);
            return far <= within ? (best, far) : null;
        }
    }
}
