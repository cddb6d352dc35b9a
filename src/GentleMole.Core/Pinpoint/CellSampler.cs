namespace GentleMole.Core.Pinpoint;

/// <summary>
/// Samples likelihood times prior: some parameters are laid out in cells that are made finer where the density lies, in each the
/// others follow as a ridge; samples drawn from that sketch are weighted by the density itself (importance sampling; Robert and
/// Casella, Monte Carlo Statistical Methods, 3.3). A hill may be bent like a horn: each cell knows its own piece of it.
/// </summary>
internal sealed class CellSampler
{
    /// <summary>Ridges are drawn a little wider than they are, with the tails of Student's distribution.</summary>
    private const double Freedom = 7;
    private const double Wider = 1.1;

    /// <summary>A cell worth this part of all is made finer, until it is so many standard deviations wide.</summary>
    private const double WorthPart = 5e-4;
    private const double FineDeviates = 1.6;
    private const double FinestHalf = 1e-5;

    /// <summary>Part of the first draws that goes to all cells alike, whatever they are thought to be worth.</summary>
    private const double Even = 0.1;
    private const double NothingBelow = 16;

    private static readonly double LogRootTwoPi = 0.5 * Math.Log(2 * Math.PI);

    private readonly RowLikelihood _row;
    private readonly LinePrior _prior;
    private readonly ParameterSplit _split;
    private readonly RidgeClimb _climb;
    private readonly (PairSearch.Hill Hill, double[] Bend)[] _hills;
    private readonly List<Cell> _cells = [];
    private int _climbs;
    private double _logTotal;

    /// <param name="range">What of each parameter that is laid out is worth a look.</param>
    /// <param name="cells">So many along each to begin with.</param>
    /// <param name="plain">From here every cell is climbed.</param>
    /// <param name="hills">Tops found by a search: from their cells the ridges are followed to all sides.</param>
    /// <param name="mostClimbs">Bound of the work.</param>
    public CellSampler(
        RowLikelihood row, LinePrior prior, ParameterSplit split, (double Low, double High)[] range, int[] cells, double[] plain, IReadOnlyList<PairSearch.Hill> hills, int mostClimbs)
    {
        (_row, _prior, _split) = (row, prior, split);
        _climb = new RidgeClimb(row, prior, split);
        _hills = [.. hills.Select(h => (h, h.BendAlong(split.Held)))];
        Follow(range, cells, plain, mostClimbs / 2);
        _logTotal = Cell.LogSum(_cells.Select(c => c.LogMass));
        Refine(mostClimbs * 5 / 6);
        Spread(mostClimbs);
    }

    /// <summary>Draws samples in two rounds: the second by what the first found the cells to be worth.</summary>
    public WeightedSamples Draw(int count, Random random)
    {
        var samples = new WeightedSamples(2 * count);
        var worth = _cells.Select(c => c.LogMass).ToArray();
        var total = Cell.LogSum(worth);
        if (!double.IsFinite(total))
        {
            return samples;
        }

        var alive = worth.Count(w => w > total - NothingBelow);
        var sketch = worth.Select(w => w > total - NothingBelow ? Math.Exp(w - total) : 0).ToArray();
        var first = Normalised(sketch.Select(w => w > 0 ? ((1 - Even) * w) + (Even / alive) : 0));
        Draw(first, count, random, samples);
        samples.Weigh(c => first[c], count);
        var found = new double[_cells.Count];
        for (var i = 0; i < samples.Weight.Length; i++)
        {
            found[samples.Cell[i]] += samples.Weight[i];
        }

        var second = Normalised(found.Zip(first, (f, s) => ((1 - Even) * f) + (Even * s)));
        Draw(second, count, random, samples);
        samples.Weigh(c => 0.5 * (first[c] + second[c]), 2 * count);
        return samples;
    }

    private static double[] Normalised(IEnumerable<double> parts)
    {
        double[] all = [.. parts];
        var sum = all.Sum();
        return Array.ConvertAll(all, p => p / sum);
    }

    private void Draw(double[] share, int count, Random random, WeightedSamples samples)
    {
        var (cell, passed, offset) = (0, share[0], random.NextDouble());
        var at = new double[_split.Count];
        for (var i = 0; i < count; i++)
        {
            while (passed < (i + offset) / count && cell < _cells.Count - 1)
            {
                passed += share[++cell];
            }

            if (share[cell] > 0)
            {
                Draw(_cells[cell], at, random);
                samples.Add((double[])at.Clone(), cell, _row.Log(at) + _prior.Log(at), LogDensity(_cells[cell], at) - _cells[cell].LogVolume);
            }
        }
    }

    private void Follow((double Low, double High)[] range, int[] cells, double[] plain, int most)
    {
        var h = cells.Length;
        double[] half = [.. range.Select((r, i) => (r.High - r.Low) / (2 * cells[i]))];
        int[] stride = [.. cells.Select((_, i) => cells.Take(i).Aggregate(1, (product, c) => product * c))];
        for (var index = 0; index < cells.Aggregate(1, (product, c) => product * c); index++)
        {
            var cell = new Cell([.. range.Select((r, i) => r.Low + (((2 * (index / stride[i] % cells[i])) + 1) * half[i]))], half);
            cell.Take(Climb(plain, cell), _split.Free);
            _cells.Add(cell);
        }

        var next = new PriorityQueue<(int Index, Ridge From), double>();
        void Try(int index, double[] start)
        {
            if (Climb(start, _cells[index]) is { } ridge && _cells[index].Take(ridge, _split.Free))
            {
                next.Enqueue((index, ridge), -ridge.LogMass);
            }
        }

        foreach (var (hill, _) in _hills)
        {
            int[] place = [.. range.Select((r, i) => (int)Math.Floor((hill.Top[_split.Held[i]] - r.Low) / (2 * half[i])))];
            if (place.Zip(cells, (p, c) => p >= 0 && p < c).All(inside => inside))
            {
                Try(place.Zip(stride, (p, s) => p * s).Sum(), hill.Top);
            }
        }

        while (_climbs < most && next.TryDequeue(out var from, out _))
        {
            for (var i = 0; i < h; i++)
            {
                var place = from.Index / stride[i] % cells[i];
                if (place > 0)
                {
                    Try(from.Index - stride[i], Moved(from.From, _cells[from.Index - stride[i]]));
                }

                if (place < cells[i] - 1)
                {
                    Try(from.Index + stride[i], Moved(from.From, _cells[from.Index + stride[i]]));
                }
            }
        }
    }

    private void Refine(int most)
    {
        // A hill that is much narrower than a cell shows nothing of itself at the cell's middle.
        double Promise(Cell cell) => HillsIn(cell).Select(h => h.Hill.LogMass).Append(cell.LogPromise).Max();
        var coarse = new PriorityQueue<Cell, double>(_cells.Select(c => (c, -Promise(c))));
        _cells.Clear();
        while (_climbs < most && coarse.TryDequeue(out var cell, out var promise))
        {
            if (-promise < Worth || IsFine(cell))
            {
                _cells.Add(cell);
                if (-promise < Worth)
                {
                    break;
                }

                continue;
            }

            foreach (var half in Split(cell))
            {
                foreach (var (hill, _) in HillsIn(half))
                {
                    half.Take(Climb(hill.Top, half), _split.Free);
                }

                _logTotal = Cell.LogSum([_logTotal, half.LogMass]);
                coarse.Enqueue(half, -Promise(half));
            }
        }

        _cells.AddRange(coarse.UnorderedItems.Select(c => c.Element));
    }

    /// <summary>A ridge that bends leads into cells of which the middle promised nothing: those beside a worthy one are made finer too.</summary>
    private void Spread(int most)
    {
        var fresh = _cells.Where(c => c.LogMass > Worth).ToList();
        while (fresh.Count > 0)
        {
            var found = new List<Cell>();
            foreach (var worthy in fresh)
            {
                for (var c = 0; c < _cells.Count && _climbs < most; c++)
                {
                    var cell = _cells[c];
                    if (!worthy.Touches(cell) || !(cell.Volume > 1.01 * worthy.Volume) || IsFine(cell) || worthy.LogMassBeside(cell) < Worth)
                    {
                        continue;
                    }

                    var halves = Split(cell).ToList();
                    foreach (var half in halves.Where(worthy.Touches))
                    {
                        half.Take(Climb(Moved(worthy.Ridges[0], half), half), _split.Free);
                    }

                    _cells[c--] = halves[0];
                    _cells.Add(halves[1]);
                    _logTotal = Cell.LogSum([_logTotal, halves[0].LogMass, halves[1].LogMass]);
                    found.AddRange(halves.Where(h => h.LogMass > Worth));
                }
            }

            fresh = [.. found.Where(_cells.Contains)];
        }
    }

    private double Worth => _logTotal + Math.Log(WorthPart);

    private IEnumerable<(PairSearch.Hill Hill, double[] Bend)> HillsIn(Cell cell) => _hills.Where(h => cell.Holds(h.Hill.Top, _split.Held));

    /// <summary>The parameter along which a cell is widest: by its ridges, and by a hill in it of which its middle may show nothing.</summary>
    private (int Along, double Deviates) Widest(Cell cell)
    {
        var (along, most) = cell.Widest();
        foreach (var (hill, bend) in HillsIn(cell))
        {
            for (var i = 0; i < bend.Length && hill.LogMass > Worth; i++)
            {
                var deviates = 2 * cell.Half[i] * Math.Sqrt(bend[i]);
                if (deviates > most)
                {
                    (along, most) = (i, deviates);
                }
            }
        }

        return (along, most);
    }

    private bool IsFine(Cell cell)
    {
        var (along, deviates) = Widest(cell);
        return deviates < FineDeviates || cell.Half[along] < FinestHalf;
    }

    private IEnumerable<Cell> Split(Cell cell)
    {
        foreach (var half in cell.Halves(Widest(cell).Along))
        {
            foreach (var ridge in cell.Ridges)
            {
                half.Take(Climb(Moved(ridge, half), half), _split.Free);
            }

            yield return half;
        }
    }

    private Ridge? Climb(double[] from, Cell cell)
    {
        _climbs++;
        var start = (double[])from.Clone();
        for (var i = 0; i < cell.Middle.Length; i++)
        {
            start[_split.Held[i]] = cell.Middle[i];
        }

        return _climb.From(start);
    }

    private double[] Moved(Ridge ridge, Cell to)
    {
        var at = (double[])ridge.At.Clone();
        for (var i = 0; i < to.Middle.Length; i++)
        {
            at[_split.Held[i]] = to.Middle[i];
        }

        Along(ridge, at);
        return at;
    }

    /// <summary>Sets the free parameters to the middle of the ridge where the held ones are.</summary>
    private void Along(Ridge ridge, double[] at)
    {
        var h = _split.Held.Length;
        for (var a = 0; a < _split.Free.Length; a++)
        {
            at[_split.Free[a]] = ridge.At[_split.Free[a]];
            for (var i = 0; i < h; i++)
            {
                at[_split.Free[a]] += ridge.Slope[(a * h) + i] * (at[_split.Held[i]] - ridge.At[_split.Held[i]]);
            }
        }
    }

    private void Draw(Cell cell, double[] at, Random random)
    {
        for (var i = 0; i < cell.Middle.Length; i++)
        {
            at[_split.Held[i]] = cell.Middle[i] + (cell.Half[i] * ((2 * random.NextDouble()) - 1));
        }

        var ridge = cell.Ridges.Count > 1 && random.NextDouble() < Part(cell, 1) ? cell.Ridges[1] : cell.Ridges[0];
        Along(ridge, at);
        var k = _split.Free.Length;
        var wide = Wider * Math.Sqrt(Freedom / ChiSquare(random));
        for (var j = 0; j < k; j++)
        {
            var deviate = wide * Deviate.Normal(random);
            if (j == 0 && _split.IsBounded)
            {
                var (middle, sigma) = (at[_split.Free[0]], Wider * ridge.Spread[0]);
                deviate = Wider * TruncatedNormal.Draw((-1 - middle) / sigma, (1 - middle) / sigma, random);
            }

            for (var a = j; a < k; a++)
            {
                at[_split.Free[a]] += ridge.Spread[(a * k) + j] * deviate;
            }
        }
    }

    /// <summary>Of the free parameters, given those that are laid out.</summary>
    private double LogDensity(Cell cell, double[] at) => cell.Ridges.Count == 1
        ? LogDensity(cell.Ridges[0], at)
        : Cell.LogSum([Math.Log(1 - Part(cell, 1)) + LogDensity(cell.Ridges[0], at), Math.Log(Part(cell, 1)) + LogDensity(cell.Ridges[1], at)]);

    private double LogDensity(Ridge ridge, double[] at)
    {
        var (k, h) = (_split.Free.Length, _split.Held.Length);
        Span<double> deviates = stackalloc double[k];
        double log = 0, sum = 0;
        for (var a = 0; a < k; a++)
        {
            var middle = ridge.At[_split.Free[a]];
            for (var i = 0; i < h; i++)
            {
                middle += ridge.Slope[(a * h) + i] * (at[_split.Held[i]] - ridge.At[_split.Held[i]]);
            }

            var rest = at[_split.Free[a]] - middle;
            for (var j = 0; j < a; j++)
            {
                rest -= Wider * ridge.Spread[(a * k) + j] * deviates[j];
            }

            var sigma = Wider * ridge.Spread[(a * k) + a];
            deviates[a] = rest / sigma;
            log -= Math.Log(sigma);
            if (a == 0 && _split.IsBounded)
            {
                log -= (0.5 * deviates[0] * deviates[0]) + LogRootTwoPi + Math.Log(Math.Max(1e-300, TruncatedNormal.Mass((-1 - middle) / sigma, (1 - middle) / sigma)));
            }
            else
            {
                sum += deviates[a] * deviates[a];
            }
        }

        var dimensions = _split.IsBounded ? k - 1 : k;
        return log + LogStudentConstant(dimensions) - (0.5 * (Freedom + dimensions) * Math.Log(1 + (sum / Freedom)));
    }

    private static double Part(Cell cell, int ridge) => Math.Exp(cell.Ridges[ridge].LogMass + cell.LogVolume - cell.LogMass);

    private static double ChiSquare(Random random)
    {
        double sum = 0;
        for (var i = 0; i < (int)Freedom; i++)
        {
            var z = Deviate.Normal(random);
            sum += z * z;
        }

        return sum;
    }

    /// <summary>Γ((ν+d)/2) / (Γ(ν/2)·(νπ)^(d/2)) for ν = 7 and one or three dimensions: Γ(3.5) = 3.323351, Γ(4) = 6, Γ(5) = 24.</summary>
    private static double LogStudentConstant(int dimensions) =>
        Math.Log(dimensions == 1 ? 6 / 3.32335097044784 : 24 / 3.32335097044784) - (0.5 * dimensions * Math.Log(Freedom * Math.PI));
}
