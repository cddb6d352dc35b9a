using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>The part of the target that has to be marked, by chainage on the sheet.</summary>
public readonly record struct WorkStretch(double FromMetres, double ToMetres)
{
    /// <summary>Walked beyond the dig on both sides, so that the line is understood before it is marked.</summary>
    public const double MarginMetres = 5;

    /// <summary>Where a run comes near an area; the whole run when it does not, or when there is none.</summary>
    public static WorkStretch Of(Run run, IReadOnlyList<SitePoint> area)
    {
        const double step = 0.5;
        var inside = Enumerable.Range(0, (int)(run.Length / step) + 1).Select(i => i * step).Where(s => DigArea.Holds(area, run.At(s))).ToList();
        return inside.Count == 0
            ? new WorkStretch(0, run.Length)
            : new WorkStretch(Math.Max(0, inside[0] - MarginMetres), Math.Min(run.Length, inside[^1] + MarginMetres));
    }

    /// <summary>True when the work lies towards the end of the line, seen from a chainage.</summary>
    public bool LiesAheadOf(double chainageMetres) => FromMetres + ToMetres >= 2 * chainageMetres;

    /// <summary>Places along the stretch, about a metre apart, both ends among them.</summary>
    public IEnumerable<double> Samples()
    {
        var pieces = Math.Max(1, (int)Math.Round(ToMetres - FromMetres));
        for (var i = 0; i <= pieces; i++)
        {
            yield return FromMetres + ((ToMetres - FromMetres) * i / pieces);
        }
    }
}
