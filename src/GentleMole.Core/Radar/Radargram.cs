namespace GentleMole.Core.Radar;

/// <summary>
/// A profile as a picture: even columns along the line, sizes of one byte, and every coarser level of it, so that a screen asks only for
/// what it shows. A column where nothing was recorded stays a gap.
/// </summary>
/// <remarks>
/// A size is written as ±127·ln(1 + μ|x|/s)/ln(1 + μ), μ = 1000 and s = <see cref="Scale"/>: noise and the strongest echo both keep their shades, whatever
/// contrast is set afterwards. A coarser level keeps the larger of two neighbours, so that nothing thin is lost.
/// </remarks>
public sealed class Radargram
{
    /// <summary>Columns and samples of a tile.</summary>
    public const int Side = 256;

    /// <summary>What stands where nothing was recorded.</summary>
    public const sbyte Gap = -128;

    /// <summary>How strongly sizes are pressed together.</summary>
    public const double Press = 1000;

    private const int MostColumnsATrace = 4;
    private const int Looked = 200_000;
    private const double StrongPart = 0.999;
    private const double UsualPart = 0.97;

    private readonly List<(sbyte[] Sizes, int Columns)> _levels = [];

    private Radargram(RadarProfile profile)
    {
        var along = profile.AlongMetres;
        (Samples, IntervalNanoseconds) = (profile.SamplesEach, profile.IntervalNanoseconds);
        FromMetres = along.Length == 0 ? 0 : along.Min();
        var range = along.Length == 0 ? 0 : along.Max() - FromMetres;
        var spacing = profile.SpacingMetres;
        ColumnMetres = spacing > 0 && range / spacing <= (double)MostColumnsATrace * along.Length ? spacing : range > 0 ? range / Math.Max(1, along.Length - 1) : 1;
        Columns = along.Length == 0 ? 0 : (int)Math.Round(range / ColumnMetres) + 1;
        var looked = Sizes(profile);
        Scale = looked.Length == 0 ? 1 : 2 * looked[(int)(StrongPart * (looked.Length - 1))];
        Scale = Scale > 0 ? Scale : Math.Max(looked.Length == 0 ? 1 : looked[^1], 1e-30);
        Usual = looked.Length == 0 ? 1 : looked[(int)(UsualPart * (looked.Length - 1))] / Scale;
        _levels.Add((Lay(profile), Columns));
        while (_levels[^1].Columns > Side)
        {
            _levels.Add(Halved(_levels[^1]));
        }
    }

    /// <summary>Columns of the finest level.</summary>
    public int Columns { get; }

    /// <summary>Samples of a column.</summary>
    public int Samples { get; }

    /// <summary>From column to column, metres as the wheel counted.</summary>
    public double ColumnMetres { get; }

    /// <summary>Where the first column lies along the line.</summary>
    public double FromMetres { get; }

    /// <summary>From sample to sample.</summary>
    public double IntervalNanoseconds { get; }

    /// <summary>Size that is written as 127, in the unit of the profile.</summary>
    public double Scale { get; }

    /// <summary>Size under which nearly all lies, as a part of <see cref="Scale"/>: what a contrast begins with.</summary>
    public double Usual { get; }

    /// <summary>Levels along the line, each half as fine as the one before.</summary>
    public int Levels => _levels.Count;

    /// <summary>Memory that it holds, bytes.</summary>
    public long Bytes => _levels.Sum(l => (long)l.Sizes.Length);

    /// <summary>Lays a profile out.</summary>
    public static Radargram Of(RadarProfile profile) => new(profile);

    /// <summary>
    /// One tile: <see cref="Side"/> columns of <see cref="Side"/> samples each, column by column; what lies beyond the picture is a gap. Null where there is none.
    /// </summary>
    /// <param name="across">Level along the line, 0 the finest.</param>
    /// <param name="down">How often two samples are made one.</param>
    /// <param name="column">Number of the tile along the line.</param>
    /// <param name="row">Number of the tile downwards.</param>
    public byte[]? Tile(int across, int down, int column, int row)
    {
        if (across < 0 || across >= Levels || down is < 0 or > 15 || column < 0 || row < 0)
        {
            return null;
        }

        var (sizes, columns) = _levels[across];
        long fromColumn = (long)column * Side, fromSample = ((long)row * Side) << down;
        if (fromColumn >= columns || fromSample >= Samples)
        {
            return null;
        }

        var tile = new byte[Side * Side];
        Array.Fill(tile, unchecked((byte)Gap));
        var group = 1 << down;
        for (var c = 0; c < Side && fromColumn + c < columns; c++)
        {
            var of = sizes.AsSpan((int)(fromColumn + c) * Samples, Samples);
            var into = tile.AsSpan(c * Side, Side);
            for (var k = 0; k < Side && fromSample + ((long)k << down) < Samples; k++)
            {
                var from = (int)fromSample + (k << down);
                var best = of[from];
                for (var j = from + 1; j < Math.Min(from + group, Samples); j++)
                {
                    best = Larger(best, of[j]);
                }

                into[k] = unchecked((byte)best);
            }
        }

        return tile;
    }

    /// <summary>Some sizes of the profile, in order.</summary>
    private static float[] Sizes(RadarProfile profile)
    {
        var step = Math.Max(1, profile.Samples.Length / Looked);
        step += step > 1 && profile.SamplesEach % step == 0 ? 1 : 0;
        var sizes = new float[profile.Samples.Length == 0 ? 0 : ((profile.Samples.Length - 1) / step) + 1];
        for (var i = 0; i < sizes.Length; i++)
        {
            sizes[i] = Math.Abs(profile.Samples[i * step]);
        }

        Array.Sort(sizes);
        return sizes;
    }

    private sbyte[] Lay(RadarProfile profile)
    {
        var traceOf = new int[Columns];
        var near = new double[Columns];
        Array.Fill(traceOf, -1);
        for (var i = 0; i < profile.Traces; i++)
        {
            var at = (profile.AlongMetres[i] - FromMetres) / ColumnMetres;
            for (var c = Math.Max(0, (int)Math.Ceiling(at - Reach)); c <= Math.Min(Columns - 1, (int)Math.Floor(at + Reach)); c++)
            {
                if (traceOf[c] < 0 || Math.Abs(c - at) < near[c])
                {
                    (traceOf[c], near[c]) = (i, Math.Abs(c - at));
                }
            }
        }

        var sizes = new sbyte[(long)Columns * Samples];
        var full = 127 / Math.Log(1 + Press);
        var part = Press / Scale;
        Parallel.For(0, Columns, c =>
        {
            var into = sizes.AsSpan(c * Samples, Samples);
            if (traceOf[c] < 0)
            {
                into.Fill(Gap);
                return;
            }

            var trace = profile.Trace(traceOf[c]);
            for (var k = 0; k < trace.Length; k++)
            {
                var size = Math.Min(127, Math.Round(full * Math.Log(1 + (part * Math.Abs(trace[k])))));
                into[k] = (sbyte)(trace[k] < 0 ? -size : size);
            }
        });
        return sizes;
    }

    /// <summary>How far a trace reaches to its sides, in columns: a wheel does not count evenly.</summary>
    private const double Reach = 0.75;

    private (sbyte[] Sizes, int Columns) Halved((sbyte[] Sizes, int Columns) finer)
    {
        var columns = (finer.Columns + 1) / 2;
        var sizes = new sbyte[(long)columns * Samples];
        Parallel.For(0, columns, c =>
        {
            var into = sizes.AsSpan(c * Samples, Samples);
            var one = finer.Sizes.AsSpan(2 * c * Samples, Samples);
            one.CopyTo(into);
            if ((2 * c) + 1 < finer.Columns)
            {
                var two = finer.Sizes.AsSpan(((2 * c) + 1) * Samples, Samples);
                for (var k = 0; k < into.Length; k++)
                {
                    into[k] = Larger(one[k], two[k]);
                }
            }
        });
        return (sizes, columns);
    }

    private static sbyte Larger(sbyte one, sbyte two) => one == Gap ? two : two == Gap || Math.Abs((int)one) >= Math.Abs((int)two) ? one : two;
}
