namespace GentleMole.Core.Radar;

/// <summary>
/// Finds what is wide: cleaned and migrated, so that edges stand where they are and pipes shrink to blobs, then followed from trace to trace by the peaks of
/// its strength. Over the edge of a wide plate its echo has half of its strength (Kirchhoff's edge), so its ends are where it has fallen to that.
/// </summary>
public static class LevelSearch
{
    private const double DirectPeriods = 1.3;
    private const double OverUsual = 3.5;
    private const double OverNoise = 6;
    private const double LeastShare = 0.02;
    private const double LinkPeriods = 0.35;
    private const double LobePeriods = 1.1;
    private const double PeakPeriods = 0.6;
    private const int MostLost = 2;
    private const double FadedPart = 0.2;
    private const double LeastWidth = 0.08;
    private const double SameMetres = 0.15;
    private const int MostPieces = 60;

    /// <summary>Looks through a profile with the ground's velocity, metres per nanosecond.</summary>
    public static LevelFinding Of(RadarProfile profile, DirectWave direct, double velocity, CancellationToken cancel = default)
    {
        if (profile.Traces < 4)
        {
            return new LevelFinding([], []);
        }

        return profile.Traces > MostTogether ? ByStretches(profile, direct, velocity, cancel) : Stretch(profile, direct, velocity, cancel);
    }

    /// <summary>Traces that are migrated together: the room that it takes grows with them.</summary>
    private const int MostTogether = 1600;

    /// <summary>Of each stretch, those at its sides that are its neighbour's.</summary>
    private const int Beside = 120;

    private static LevelFinding ByStretches(RadarProfile profile, DirectWave direct, double velocity, CancellationToken cancel)
    {
        var (pieces, layers, count) = (new List<LevelEcho>(), new List<LevelFinding.Layer>(), 0);
        for (var first = 0; first < profile.Traces; first += MostTogether - (2 * Beside))
        {
            var (from, to) = (Math.Max(0, first - Beside), Math.Min(profile.Traces, first + MostTogether - Beside));
            var (one, other) = (profile.AlongMetres[first], profile.AlongMetres[Math.Min(profile.Traces - 1, first + MostTogether - (2 * Beside))]);
            var found = Stretch(profile.Part(from, to - from), direct, velocity, cancel);
            var isLast = to == profile.Traces;
            other = isLast ? one <= other ? double.PositiveInfinity : double.NegativeInfinity : other;
            pieces.AddRange(found.Pieces.Where(p => p.MiddleMetres >= Math.Min(one, other) && p.MiddleMetres < Math.Max(one, other)
                && !pieces.Exists(q => q.IsNormal == p.IsNormal && q.IsGap == p.IsGap && q.ToMetres > p.FromMetres && q.FromMetres < p.ToMetres && Math.Abs(q.Nanoseconds - p.Nanoseconds) < 0.5e9 / direct.Hertz)).ToList());
            layers.AddRange(found.Layers);
            count++;
            if (isLast)
            {
                break;
            }
        }

        // A layer is one that most stretches show.
        var same = 0.7e9 / direct.Hertz;
        var told = new List<LevelFinding.Layer>();
        foreach (var layer in layers.OrderBy(l => l.Nanoseconds))
        {
            bool IsSame(LevelFinding.Layer other) => other.IsNormal == layer.IsNormal && Math.Abs(other.Nanoseconds - layer.Nanoseconds) < same;
            if (!told.Exists(IsSame) && 2 * layers.Count(IsSame) > count)
            {
                told.Add(layer);
            }
        }

        return new LevelFinding([.. pieces.OrderBy(p => p.FromMetres)], told);
    }

    /// <summary>All traces together.</summary>
    private static LevelFinding Stretch(RadarProfile profile, DirectWave direct, double velocity, CancellationToken cancel)
    {
        var clean = RadarCleaning.Of(profile, direct, out var usual);
        cancel.ThrowIfCancellationRequested();
        var moved = new float[clean.Length];
        StoltMigration.Run(profile with { Samples = clean }, moved, direct.TimeZeroNanoseconds, velocity);
        cancel.ThrowIfCancellationRequested();
        var strong = RadarChain.Run(profile with { Samples = moved }, [new(RadarStepKind.Envelope)]).Samples;
        cancel.ThrowIfCancellationRequested();
        var seen = new Seen(profile, direct, moved, strong, usual);
        return new LevelFinding(seen.Pieces(cancel), seen.Layers());
    }

    /// <summary>A profile while it is followed.</summary>
    private sealed class Seen
    {
        private readonly RadarProfile _profile;
        private readonly DirectWave _direct;
        private readonly float[] _moved;
        private readonly float[] _strong;
        private readonly float[] _usual;
        private readonly float[] _usualStrong;
        private readonly float[] _least;
        private readonly double _period;
        private readonly double _sent;
        private readonly int _each;

        public Seen(RadarProfile profile, DirectWave direct, float[] moved, float[] strong, float[] usual)
        {
            (_profile, _direct, _moved, _strong, _usual, _each) = (profile, direct, moved, strong, usual, profile.SamplesEach);
            _period = 1e9 / direct.Hertz / profile.IntervalNanoseconds;
            _usualStrong = RadarChain.Run(new RadarProfile(usual, _each, profile.IntervalNanoseconds, [0]), [new(RadarStepKind.Envelope)]).Samples;
            _sent = Math.Max(1e-12, usual.Select(Math.Abs).DefaultIfEmpty(0).Max());

            // What is usual at a depth, and the noise of the late end: what counts must stand well above both.
            var row = RadarCleaning.Usual(strong, profile.Traces, _each);
            var noise = row.Skip(_each * 7 / 8).Order().ElementAtOrDefault(_each / 16);
            _least = Array.ConvertAll(row, r => (float)Math.Max(OverUsual * r, OverNoise * noise));
        }

        private int First => Math.Clamp((int)((_direct.PeakNanoseconds / _profile.IntervalNanoseconds) + (DirectPeriods * _period)), 0, _each);

        /// <summary>Strength with its way allowed for.</summary>
        private double Way(double k) => Math.Max(1, (k * _profile.IntervalNanoseconds) - _direct.TimeZeroNanoseconds);

        public List<LevelEcho> Pieces(CancellationToken cancel)
        {
            var peaks = new List<int>[_profile.Traces];
            Parallel.For(0, _profile.Traces, i =>
            {
                var here = new List<int>();
                for (var k = Math.Max(1, First); k < _each - 1; k++)
                {
                    if (_strong[(i * _each) + k] > _least[k] && IsPeak(_strong.AsSpan(i * _each, _each), k))
                    {
                        here.Add(k);
                    }
                }

                peaks[i] = here;
            });

            var taken = new HashSet<int>();
            var pieces = new List<LevelEcho>();
            double strongest = 0;
            foreach (var seed in peaks.SelectMany((p, i) => p.Select(k => (Cell: (i * _each) + k, Size: _strong[(i * _each) + k] * Way(k)))).OrderByDescending(s => s.Size))
            {
                cancel.ThrowIfCancellationRequested();
                strongest = Math.Max(strongest, seed.Size);
                if (seed.Size < LeastShare * strongest || pieces.Count >= MostPieces)
                {
                    break;
                }

                if (!taken.Contains(seed.Cell) && Piece(peaks, taken, seed.Cell) is { } piece)
                {
                    pieces.Add(piece);
                }
            }

            return [.. Joined(pieces).OrderBy(p => p.FromMetres)];
        }

        /// <summary>The greatest within half a period: a pulse's strength has ripples.</summary>
        private bool IsPeak(ReadOnlySpan<float> strong, int k)
        {
            var half = (int)(PeakPeriods * _period);
            for (var j = Math.Max(0, k - half); j < Math.Min(strong.Length, k + half + 1); j++)
            {
                if (strong[j] > strong[k] || (strong[j] == strong[k] && j < k))
                {
                    return false;
                }
            }

            return true;
        }

        private LevelEcho? Piece(List<int>[] peaks, HashSet<int> taken, int seed)
        {
            var met = new List<(int Trace, int Time)> { (seed / _each, seed % _each) };
            foreach (var step in (ReadOnlySpan<int>)[1, -1])
            {
                var (time, lost) = (seed % _each, 0);
                for (var i = (seed / _each) + step; i >= 0 && i < _profile.Traces && lost <= MostLost; i += step)
                {
                    var best = -1;
                    foreach (var k in peaks[i])
                    {
                        if (Math.Abs(k - time) <= LinkPeriods * _period * (1 + lost) && (best < 0 || Math.Abs(k - time) < Math.Abs(best - time)) && !taken.Contains((i * _each) + k)
                            && _strong[(i * _each) + k] > FadedPart * _strong[seed] && Sign(i, k) == Sign(seed / _each, seed % _each))
                        {
                            best = k;
                        }
                    }

                    if (best < 0)
                    {
                        lost++;
                        continue;
                    }

                    (time, lost) = (best, 0);
                    met.Add((i, best));
                }
            }

            // Lobes beside it are of the same echo.
            foreach (var (trace, time) in met)
            {
                foreach (var k in peaks[trace])
                {
                    if (Math.Abs(k - time) < LobePeriods * _period && _strong[(trace * _each) + k] <= _strong[(trace * _each) + time] * 1.0001f)
                    {
                        taken.Add((trace * _each) + k);
                    }
                }
            }

            met.Sort();
            return Told(met);
        }

        /// <summary>Of the migrated signal where its strength is greatest, against the direct wave.</summary>
        private int Sign(int trace, int time) => Math.Sign(_moved[(trace * _each) + time]) * _direct.Sign;

        private LevelEcho? Told(List<(int Trace, int Time)> met)
        {
            var sizes = met.Select(m => (double)_strong[(m.Trace * _each) + m.Time]).ToList();
            var level = sizes.OrderDescending().Take((sizes.Count + 1) / 2).Order().ElementAt((sizes.Count + 1) / 4);
            var (first, last) = (sizes.FindIndex(s => s >= level / 2), sizes.FindLastIndex(s => s >= level / 2));
            if (first < 0)
            {
                return null;
            }

            var (a, b) = (End(met, sizes, level, first, -1), End(met, sizes, level, last, 1));
            var (from, to) = (Math.Min(a, b), Math.Max(a, b));
            if (to - from < LeastWidth)
            {
                return null;
            }

            var inside = met.GetRange(first, last - first + 1);
            var (time, slope) = Line(inside);
            var piece = new LevelEcho(
                from, to, (time * _profile.IntervalNanoseconds) - _direct.TimeZeroNanoseconds, slope * _profile.IntervalNanoseconds, inside.Sum(m => Sign(m.Trace, m.Time)) > 0, level * Way(time) / _sent);
            return piece with { IsGap = IsGap(inside) };
        }

        /// <summary>Where between the last trace that is strong enough and the next the strength falls to half.</summary>
        private double End(List<(int Trace, int Time)> met, List<double> sizes, double level, int at, int step)
        {
            var (trace, time) = met[at];
            var here = _profile.AlongMetres[trace];
            var next = trace + (step * Math.Sign(met[^1].Trace - met[0].Trace + 0.5));
            if (next < 0 || next >= _profile.Traces)
            {
                return here;
            }

            var there = (double)_strong[(next * _each) + time];
            var part = sizes[at] - there <= 0 ? 0.5 : Math.Clamp((sizes[at] - (level / 2)) / (sizes[at] - there), 0, 1);
            return here + (part * (_profile.AlongMetres[next] - here));
        }

        private (double Middle, double Slope) Line(List<(int Trace, int Time)> met)
        {
            var (mx, mt) = (met.Average(m => _profile.AlongMetres[m.Trace]), met.Average(m => (double)m.Time));
            var (sxx, sxt) = (0.0, 0.0);
            foreach (var (trace, time) in met)
            {
                var x = _profile.AlongMetres[trace] - mx;
                (sxx, sxt) = (sxx + (x * x), sxt + (x * (time - mt)));
            }

            return (mt, sxx > 1e-9 ? sxt / sxx : 0);
        }

        /// <summary>True where what is left of the traces is what they have in common, turned round: it is missing here.</summary>
        private bool IsGap(List<(int Trace, int Time)> met)
        {
            var half = (int)(0.6 * _period);
            double with = 0, own = 0, all = 0;
            foreach (var (trace, time) in met)
            {
                for (var k = Math.Max(0, time - half); k < Math.Min(_each, time + half + 1); k++)
                {
                    var (u, m) = ((double)_usual[k], (double)_moved[(trace * _each) + k]);
                    (with, own, all) = (with + (u * m), own + (u * u), all + (m * m));
                }
            }

            return own > 0 && all > 0 && -with / own is > 0.45 and < 1.4 && -with / Math.Sqrt(own * all) > 0.8;
        }

        /// <summary>Pieces of one thing with a small gap between them.</summary>
        private List<LevelEcho> Joined(List<LevelEcho> pieces)
        {
            for (var i = 0; i < pieces.Count; i++)
            {
                for (var j = 0; j < pieces.Count; j++)
                {
                    var (a, b) = (pieces[i], pieces[j]);
                    var gap = b.FromMetres - a.ToMetres;
                    if (i == j || a.IsNormal != b.IsNormal || a.IsGap != b.IsGap || gap is > SameMetres or < -SameMetres || Math.Max(a.Size, b.Size) > 3 * Math.Min(a.Size, b.Size)
                        || Math.Abs(b.Nanoseconds - a.Nanoseconds) > LinkPeriods * 2 * 1e9 / _direct.Hertz)
                    {
                        continue;
                    }

                    var share = a.WidthMetres / (a.WidthMetres + b.WidthMetres);
                    pieces[i] = a with
                    {
                        ToMetres = b.ToMetres, Nanoseconds = (share * a.Nanoseconds) + ((1 - share) * b.Nanoseconds), Size = (share * a.Size) + ((1 - share) * b.Size),
                        Slope = (b.Nanoseconds - a.Nanoseconds) / Math.Max(0.05, b.MiddleMetres - a.MiddleMetres),
                    };
                    pieces.RemoveAt(j);
                    (i, j) = (-1, pieces.Count);
                }
            }

            return pieces;
        }

        /// <summary>Layers: peaks of what all traces have in common that stand out of what lies a pulse above and below (what rings does not), and are there on most traces.</summary>
        public List<LevelFinding.Layer> Layers()
        {
            var found = new List<LevelFinding.Layer>();
            var noise = _usualStrong.Skip(_each * 7 / 8).DefaultIfEmpty(0).Order().ElementAt(_each / 16);
            var apart = (int)(1.4 * _period);
            for (var k = First + apart; k < _each - apart; k++)
            {
                var here = _usualStrong[k];
                if (here > LayerOverNoise * noise && IsPeak(_usualStrong, k) && here > StandsOut * Valley(k - apart, k) && here > StandsOut * Valley(k, k + apart))
                {
                    found.Add(new LevelFinding.Layer((k * _profile.IntervalNanoseconds) - _direct.TimeZeroNanoseconds, _usual[k] * _direct.Sign > 0, here * Way(k) / _sent));
                }
            }

            return found;
        }

        private float Valley(int from, int to) => System.Numerics.Tensors.TensorPrimitives.Min(_usualStrong.AsSpan(from, to - from));

        private const double StandsOut = 2;
        private const double LayerOverNoise = 3;
    }
}
