using GentleMole.Core.Pinpoint;

namespace GentleMole.Core.Identify;

/// <summary>
/// How far a line lies from its plan at each dot, in standard deviations: everywhere the same where plans are off as a whole, else alike
/// at dots that are near each other (a Gaussian process, Rasmussen and Williams 2006, ch. 2). Dots that share one value are a group.
/// </summary>
public sealed class PlanError
{
    /// <summary>Part of the variance that is a dot's own, so that two dots in one place can be told from one.</summary>
    private const double Own = 0.01;

    private readonly double[] _alike;
    private readonly double[] _inverse;
    private readonly LowerTriangle? _factor;
    private readonly bool _isWhole;

    /// <summary>For dots of one line.</summary>
    /// <param name="holdsMetres">Along a line plans are off alike over so much; null where they are off as a whole.</param>
    public PlanError(IReadOnlyList<ObservedDot> dots, double? holdsMetres)
    {
        _isWhole = holdsMetres is null || dots.Count == 1;
        Groups = _isWhole ? 1 : dots.Count;
        _alike = new double[Groups * Groups];
        for (var i = 0; i < Groups; i++)
        {
            for (var j = 0; j < Groups; j++)
            {
                _alike[(i * Groups) + j] = i == j ? 1 : (1 - Own) * Math.Exp(-dots[i].Dot.DistanceTo(dots[j].Dot) / holdsMetres!.Value);
            }
        }

        _factor = LowerTriangle.Of(_alike, Groups)!;
        _inverse = _factor.Inverse();
        for (var i = 0; i < Groups; i++)
        {
            for (var j = i + 1; j < Groups; j++)
            {
                _inverse[(i * Groups) + j] = _inverse[(j * Groups) + i];
            }
        }
    }

    /// <summary>How many values there are.</summary>
    public int Groups { get; }

    /// <summary>Which of them is a dot's.</summary>
    public int GroupOf(int dot) => _isWhole ? 0 : dot;

    /// <summary>Draws, each of standard deviation 1.</summary>
    public void Draw(Random random, Span<double> into)
    {
        Span<double> plain = stackalloc double[Groups];
        for (var i = 0; i < Groups; i++)
        {
            plain[i] = Deviate.Normal(random);
        }

        _factor!.Times(plain, into);
    }

    /// <summary>Draws where one of them is known.</summary>
    public void DrawGiven(int group, double value, Random random, Span<double> into)
    {
        Draw(random, into);
        var off = value - into[group];
        for (var i = 0; i < Groups; i++)
        {
            into[i] += _alike[(i * Groups) + group] * off;
        }
    }

    /// <summary>Half the quadratic form of the density's exponent.</summary>
    public double Half(ReadOnlySpan<double> x)
    {
        double sum = 0;
        for (var i = 0; i < Groups; i++)
        {
            sum += x[i] * Row(x, i);
        }

        return sum / 2;
    }

    /// <summary>Middle and standard deviation of one of them, the others known.</summary>
    public (double Middle, double Sigma) Given(ReadOnlySpan<double> x, int group)
    {
        var precision = _inverse[(group * Groups) + group];
        return (x[group] - (Row(x, group) / precision), Math.Sqrt(1 / precision));
    }

    private double Row(ReadOnlySpan<double> x, int i)
    {
        double sum = 0;
        for (var j = 0; j < Groups; j++)
        {
            sum += _inverse[(i * Groups) + j] * x[j];
        }

        return sum;
    }
}
