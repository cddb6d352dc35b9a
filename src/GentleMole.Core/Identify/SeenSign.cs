namespace GentleMole.Core.Identify;

/// <summary>A sign as it was read, and what each explanation would have expected.</summary>
/// <param name="Expected">Of the explanations that can make a response there.</param>
public sealed record SeenSign(IdentitySign Sign, double Seen, IReadOnlyList<SignExpected> Expected)
{
    /// <summary>By how much it speaks for one explanation against another: logarithm of the odds; 0 where one of them is not there.</summary>
    public double Speaks(Hypothesis one, Hypothesis other)
    {
        double? Of(Hypothesis h) => Expected.FirstOrDefault(e => e.Kind == h.Kind && e.Line == h.Line)?.LogLikelihood;
        return Of(one) is { } a && Of(other) is { } b ? a - b : 0;
    }
}
