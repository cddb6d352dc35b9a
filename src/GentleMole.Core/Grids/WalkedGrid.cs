using GentleMole.Core.Site;

namespace GentleMole.Core.Grids;

/// <summary>Lines and responses of a grid laid out for the search: responses in the order of their lines and along them.</summary>
internal sealed class WalkedGrid
{
    public WalkedGrid(IReadOnlyList<GridLine> lines)
    {
        Lines = [.. lines.Select(l => new WalkedLine(l.From, (l.To - l.From).Unit(), l.LengthMetres))];
        TotalLength = Math.Max(1, Lines.Sum(l => l.Length));
        Velocity = Median([.. lines.SelectMany(l => l.Targets).Select(t => t.VelocityMetresPerNanosecond)]);
        var mean = lines.SelectMany(l => l.Targets).Select(t => LogOdds(t.Confidence)).DefaultIfEmpty(0).Average();
        var strengths = lines.SelectMany(l => l.Targets).Where(t => t.Strength > 0).Select(t => Math.Log(t.Strength!.Value)).ToList();
        var usual = strengths.DefaultIfEmpty(0).Average();
        StrengthSpread = strengths.Count < 2 ? 0 : Math.Sqrt(strengths.Average(s => (s - usual) * (s - usual)));
        Met = [.. lines.SelectMany((l, i) => l.Targets.Select((t, k) => (Target: t, Index: k)).OrderBy(t => t.Target.AlongMetres).Select(t => new MetTarget(
            i, t.Index, t.Target.AlongMetres, l.At(t.Target.AlongMetres), t.Target.Cover.Value, Math.Max(t.Target.Cover.HalfWidth / NinetyFive, (LeastPart * t.Target.Cover.Value) + LeastMetres),
            t.Target.VelocityMetresPerNanosecond, t.Target.IsNormal, ConfidenceWeight * (LogOdds(t.Target.Confidence) - mean),
            t.Target.Strength is > 0 and var strength ? Math.Log(strength) - usual : double.NaN)))];
        FirstOfLine = new int[Lines.Length + 1];
        foreach (var met in Met)
        {
            FirstOfLine[met.Line + 1]++;
        }

        for (var i = 0; i < Lines.Length; i++)
        {
            FirstOfLine[i + 1] += FirstOfLine[i];
        }

        LogCoverRange = Math.Log(Math.Max(1, Math.Log(Met.Length == 0 ? 1 : Met.Max(m => m.Cover) / Met.Min(m => m.Cover))));
        Spacing = WalkedLine.SpacingOf(Lines);
    }

    private const double NinetyFive = 1.96;

    /// <summary>No cover is known better than this, whatever is stated.</summary>
    private const double LeastPart = 0.01;

    private const double LeastMetres = 0.005;

    /// <summary>What a line says of its response is heard with half its weight: neighbours are to decide.</summary>
    private const double ConfidenceWeight = 0.5;

    private const double MostOdds = 3;

    public WalkedLine[] Lines { get; }

    public MetTarget[] Met { get; }

    /// <summary>Responses of line i are those from [i] up to and without [i + 1].</summary>
    public int[] FirstOfLine { get; }

    public double TotalLength { get; }

    /// <summary>Median of what the responses say, metres per nanosecond.</summary>
    public double Velocity { get; }

    /// <summary>Standard deviation of the strengths, as logarithms; 0 where nobody says them.</summary>
    public double StrengthSpread { get; }

    /// <summary>Logarithm of how wide the covers range, as ln of the deepest over the shallowest.</summary>
    public double LogCoverRange { get; }

    /// <summary>Usual way from a line to its neighbour, metres.</summary>
    public double Spacing { get; }

    private static double LogOdds(double chance) => Math.Clamp(Math.Log(Math.Max(chance, 1e-9) / Math.Max(1 - chance, 1e-9)), -MostOdds, MostOdds);

    private static double Median(double[] values)
    {
        Array.Sort(values);
        return values.Length == 0 ? double.NaN : values[values.Length / 2];
    }
}
