namespace GentleMole.Core.Identify;

/// <summary>How likely many signs are together, added up with one logarithm for all of them: of thousands of ways a ground may be each is asked.</summary>
internal struct SignSum
{
    // Factors are multiplied as long as they stay far from what a number can hold.
    private const double Large = 1e100;

    private double _log;
    private double _logSigmas;
    private double _factor = 1;
    private double _sigmas = 1;

    public SignSum()
    {
    }

    /// <summary>How many were added.</summary>
    public int Signs { get; private set; }

    /// <summary>Logarithm of the density of all of them, by <see cref="SignLikelihood"/>.</summary>
    public readonly double Log => _log + Math.Log(_factor) - LogSigmas;

    /// <summary>The same if each were as expected.</summary>
    public readonly double Best => (Signs * SignLikelihood.LogBest) - LogSigmas;

    private readonly double LogSigmas => _logSigmas + Math.Log(_sigmas);

    /// <summary>Adds a sign that is so much off what is expected.</summary>
    public void Add(double off, double sigma)
    {
        var (log, factor) = SignLikelihood.Unit(off / sigma);
        (_log, _factor, _sigmas, Signs) = (_log + log, _factor * factor, _sigmas * sigma, Signs + 1);
        if (_factor > Large || _sigmas is > Large or < 1 / Large)
        {
            (_log, _factor) = (_log + Math.Log(_factor), 1);
            (_logSigmas, _sigmas) = (LogSigmas, 1);
        }
    }
}
