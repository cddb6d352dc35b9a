using System.Numerics;
using GentleMole.Core.Network;

namespace GentleMole.Core.Hookup;

/// <summary>
/// Measured volts and current against the ground as supposed. Each cause is in the network, solved; its chance follows from how
/// often it is met and from how well it explains the loop at every frequency that was tried, averaged over what nobody knows:
/// soil, earths, the stake's own ground, the size of the fault. Bayes' rule on a grid.
/// </summary>
public static class CircuitDiagnosis
{
    /// <summary>Standard deviations, logarithm: of the soil, of earths, of the ground round the stake beside the soil.</summary>
    private const double SoilSigma = 0.35;

    private const double EarthSigma = 0.55;
    private const double StakeSigma = 0.4;

    /// <summary>A display and the model together are right to this part (logarithm) at low frequencies, and now and then only to the wider one.</summary>
    private const double ReadSigma = 0.05;

    private const double WildSigma = 0.6;
    private const double WildPart = 0.03;

    /// <summary>Leads and people standing by count more the higher the frequency; here as much as everything else.</summary>
    private const double LeadHertz = 80_000;

    /// <summary>Chance of something that is not listed, and the logarithms that its loop may have.</summary>
    private const double NoneChance = 0.03;

    private const double MostLog = 13.8;
    private const double NoneRatioRange = 6.8;

    /// <summary>A current read over a line is right to this part of itself and of what was sent.</summary>
    private const double HeardPart = 0.12;

    private const double HeardFloor = 0.04;

    /// <summary>Density of any part of the current where nothing is known of the fault.</summary>
    private const double NoneHeard = 0.8;

    private const int StakePoints = 17;
    private const int GroundPoints = 5;

    /// <summary>Most frequencies that are looked at for the one to ask for.</summary>
    private const int MostAsked = 5;

    /// <summary>Above this a loop says more of leads and of where people stand than of the circuit.</summary>
    private const double MostAskedHertz = 100_000;

    /// <summary>The frequencies that a hookup's circuit is solved at: its own, those that were read, some to ask for.</summary>
    public static IReadOnlyList<double> Frequencies(PlannerTask task, double hertz, IEnumerable<double> read)
    {
        var sent = task.Transmitter.FrequenciesHertz.Where(f => f <= MostAskedHertz).Order().ToList();
        var asked = sent.Count <= MostAsked ? sent : Enumerable.Range(0, MostAsked).Select(i => sent[i * (sent.Count - 1) / (MostAsked - 1)]);
        return [.. read.Prepend(hertz).Concat(asked).Distinct()];
    }

    /// <summary>Causes, likeliest first; empty when nothing was read.</summary>
    /// <param name="readings">At frequencies of the model; others are passed over.</param>
    /// <param name="heardPart">Current read on the target <see cref="CircuitModel.HeardMetres"/> out towards the work, as a part of what was sent.</param>
    public static IReadOnlyList<CauseFigure> Causes(CircuitModel model, IReadOnlyList<CircuitReading> readings, double? heardPart = null)
    {
        var read = readings.Select(r => (Reading: r, At: IndexOf(model.Hertz, r.Hertz))).Where(r => r.At >= 0).ToList();
        if (read.Count == 0)
        {
            return [];
        }

        var open = Enumerable.Range(0, model.Hertz.Count).Where(f => read.TrueForAll(r => r.At != f)).ToList();
        var sums = new Dictionary<CircuitCause, Sum>();
        foreach (var fault in model.Faults)
        {
            if (!sums.TryGetValue(fault.Cause, out var sum))
            {
                sums[fault.Cause] = sum = new Sum(model.Hertz.Count);
            }

            Weigh(model, fault, read, heardPart, sum);
        }

        var none = NoneChance;
        for (var i = 0; i < read.Count; i++)
        {
            none *= (read[i].Reading.IsAtLeast ? Math.Max(1, MostLog - Math.Log(read[i].Reading.Ohms)) : 1) / (i == 0 ? MostLog : NoneRatioRange);
        }

        none *= heardPart is null ? 1 : NoneHeard;
        var all = none + sums.Values.Sum(s => s.Weight);
        var known = sums.Where(s => s.Value.Weight > 0).ToList();
        int? asked = open.Count > 0 && known.Count > 0 ? open.MaxBy(f => Apart([.. known.Select(s => s.Value)], f, model.Hertz[f])) : null;
        var figures = known
            .Select(s => new CauseFigure(
                s.Key, s.Value.Weight / all, Math.Exp(s.Value.Mean(read[0].At)), asked is { } f ? model.Hertz[f] : null, asked is { } g ? Math.Exp(s.Value.Mean(g)) : null))
            .Append(new CauseFigure(CircuitCause.NoneOfThese, none / all, read[0].Reading.Ohms, null, null));
        return [.. figures.OrderByDescending(f => f.Chance)];
    }

    /// <summary>How well a loop at a frequency would tell the causes apart: over all pairs, the part of their forecasts that does not overlap (Bhattacharyya).</summary>
    private static double Apart(IReadOnlyList<Sum> sums, int f, double hertz)
    {
        var read = 2 * Math.Pow(SigmaAt(hertz), 2);
        double apart = 0;
        for (var i = 0; i < sums.Count; i++)
        {
            for (var j = 0; j < i; j++)
            {
                var (one, other) = (sums[i].Variance(f), sums[j].Variance(f));
                var both = one + other + read;
                var overlap = Math.Sqrt(2 * Math.Sqrt((one + (read / 2)) * (other + (read / 2))) / both) * Math.Exp(-0.25 * Math.Pow(sums[i].Mean(f) - sums[j].Mean(f), 2) / both);
                apart += sums[i].Weight * sums[j].Weight * (1 - overlap);
            }
        }

        return apart;
    }

    private static double SigmaAt(double hertz) => ReadSigma * (1 + (hertz / LeadHertz));

    /// <summary>Chance of a cause with what was read, and the sums of the logarithms of its loops.</summary>
    private sealed class Sum(int frequencies)
    {
        private readonly double[] _logs = new double[frequencies];
        private readonly double[] _squares = new double[frequencies];

        public double Weight { get; private set; }

        public double Mean(int f) => _logs[f] / Weight;

        public double Variance(int f) => Math.Max(0, (_squares[f] / Weight) - (Mean(f) * Mean(f)));

        public void Add(double weight, double[] logs, double[] squares)
        {
            if (!double.IsFinite(weight) || !Array.TrueForAll(squares, double.IsFinite))
            {
                return;
            }

            Weight += weight;
            for (var f = 0; f < logs.Length; f++)
            {
                _logs[f] += logs[f];
                _squares[f] += squares[f];
            }
        }
    }

    private static int IndexOf(IReadOnlyList<double> hertz, double sought)
    {
        for (var i = 0; i < hertz.Count; i++)
        {
            if (hertz[i] == sought)
            {
                return i;
            }
        }

        return -1;
    }

    private static void Weigh(CircuitModel model, CircuitFault fault, IReadOnlyList<(CircuitReading Reading, int At)> read, double? heardPart, Sum sum)
    {
        double weight = 0, norm = 0;
        var stakes = fault.ThroughStake ? StakePoints : 1;
        var loops = new Complex[model.Hertz.Count];
        var (logs, squares) = (new double[loops.Length], new double[loops.Length]);
        var off = new double[read.Count];
        for (var s = 0; s < GroundPoints; s++)
        {
            for (var e = 0; e < GroundPoints; e++)
            {
                var (soil, earths) = (Spread(s, GroundPoints), Spread(e, GroundPoints));
                for (var f = 0; f < loops.Length; f++)
                {
                    loops[f] = Between(fault.Answers, f, soil, earths).Ohms;
                }

                var heard = heardPart is { } part ? Hears(part, Between(fault.Answers, read[0].At, soil, earths).Part.Magnitude) : 1;
                var ground = Normal(soil * Math.Log(2) / SoilSigma) * Normal(earths * Math.Log(3) / EarthSigma);
                var rod = model.StakeOhms[1] * Math.Pow(2, soil);
                for (var k = 0; k < stakes; k++)
                {
                    var deviates = 2.2 * Spread(k, StakePoints);
                    var stake = fault.ThroughStake ? rod * Math.Exp(deviates * StakeSigma) : 0;
                    var prior = ground * (fault.ThroughStake ? Normal(deviates) : 1);
                    norm += prior;
                    for (var i = 0; i < off.Length; i++)
                    {
                        off[i] = Math.Log(read[i].Reading.Ohms / (loops[read[i].At] + stake).Magnitude);
                    }

                    var fits = prior * heard * (((1 - WildPart) * Density(read, off, fault.Grain, 0)) + (WildPart * Density(read, off, fault.Grain, WildSigma)));
                    weight += fits;
                    for (var f = 0; f < logs.Length; f++)
                    {
                        var log = Math.Log((loops[f] + stake).Magnitude);
                        logs[f] += fits * log;
                        squares[f] += fits * log * log;
                    }
                }
            }
        }

        var by = fault.Weight / norm;
        for (var f = 0; f < logs.Length; f++)
        {
            (logs[f], squares[f]) = (logs[f] * by, squares[f] * by);
        }

        sum.Add(weight * by, logs, squares);
    }

    /// <summary>
    /// Density of the logarithms of what was read: each reading has its own error, and all share the one of the fault's size, which
    /// lies between those that were solved.
    /// </summary>
    private static double Density(IReadOnlyList<(CircuitReading Reading, int At)> read, double[] off, double grain, double wild)
    {
        double squares = 0, sum = 0, weights = 0, scale = 1;
        for (var i = 0; i < off.Length; i++)
        {
            var sigma = SigmaAt(read[i].Reading.Hertz);
            var variance = (sigma * sigma) + (wild * wild);
            if (read[i].Reading.IsAtLeast)
            {
                scale *= off[i] <= 0 ? 1 : Math.Exp(-0.5 * off[i] * off[i] / (variance + (grain * grain)));
                continue;
            }

            squares += off[i] * off[i] / variance;
            sum += off[i] / variance;
            weights += 1 / variance;
            scale /= Math.Sqrt(2 * Math.PI * variance);
        }

        var shared = 1 + (grain * grain * weights);
        return scale / Math.Sqrt(shared) * Math.Exp(-0.5 * (squares - (grain * grain * sum * sum / shared)));
    }

    /// <summary>Density of a part of the current that was heard when so much is there; now and then a neighbour is read instead.</summary>
    private static double Hears(double part, double there)
    {
        var sigma = HeardFloor + (HeardPart * there);
        return (0.95 * Normal((part - there) / sigma) / (sigma * Math.Sqrt(2 * Math.PI))) + (0.05 * NoneHeard);
    }

    /// <summary>The i-th of n places from −1 to 1.</summary>
    private static double Spread(int i, int n) => (2.0 * i / (n - 1)) - 1;

    private static double Normal(double deviates) => Math.Exp(-0.5 * deviates * deviates);

    /// <summary>The loop between the nine grounds, straight in the logarithms of soil and earths.</summary>
    private static PortAnswer Between(PortAnswer[,] answers, int f, double soil, double earths)
    {
        var (s, e) = (soil < 0 ? 0 : 1, earths < 0 ? 0 : 1);
        var (ds, de) = (soil + 1 - s, earths + 1 - e);
        PortAnswer At(int i, int j) => answers[(i * 3) + j, f];
        Complex Mixed(Func<PortAnswer, Complex> of) => ((1 - ds) * (((1 - de) * of(At(s, e))) + (de * of(At(s, e + 1))))) + (ds * (((1 - de) * of(At(s + 1, e))) + (de * of(At(s + 1, e + 1)))));
        return new PortAnswer(Mixed(a => a.Ohms), Mixed(a => a.Part));
    }
}
