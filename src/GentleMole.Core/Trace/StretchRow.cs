using GentleMole.Core.Marking;

namespace GentleMole.Core.Trace;

/// <summary>One row of a list of stretches: a stretch, or several that follow each other and are alike.</summary>
/// <param name="Count">Stretches in it.</param>
/// <param name="AcrossHalfWidthMetres">The widest of them.</param>
/// <param name="Depth">From the shallowest to the deepest that one of them allows; the value is their mean, and need not lie in the middle.</param>
public sealed record StretchRow(
    MarkPoint From, MarkPoint To, int Count, double LengthMetres, double AcrossHalfWidthMetres, Estimate? Depth, QualityLevel Quality, Verdict Confidence, bool TooLong)
{
    /// <summary>A row a stretch; where that gives more rows than asked for, stretches of the same level and confidence that follow each other share one.</summary>
    public static IReadOnlyList<StretchRow> Of(IReadOnlyList<Stretch> stretches, int most)
    {
        var rows = new List<StretchRow>();
        foreach (var stretch in stretches)
        {
            var row = new StretchRow(
                stretch.From, stretch.To, 1, stretch.LengthMetres, stretch.AcrossHalfWidthMetres, stretch.Depth, stretch.Quality, stretch.Confidence, stretch.TooLong);
            if (stretches.Count > most && rows.Count > 0 && rows[^1].IsAlike(row))
            {
                rows[^1] = rows[^1].With(row);
            }
            else
            {
                rows.Add(row);
            }
        }

        return rows;
    }

    private bool IsAlike(StretchRow next) => Quality == next.Quality && Confidence == next.Confidence && TooLong == next.TooLong && Depth is null == next.Depth is null;

    private StretchRow With(StretchRow next) => this with
    {
        To = next.To,
        Count = Count + next.Count,
        LengthMetres = LengthMetres + next.LengthMetres,
        AcrossHalfWidthMetres = Math.Max(AcrossHalfWidthMetres, next.AcrossHalfWidthMetres),
        Depth = Depth is { } a && next.Depth is { } b
            ? new Estimate(((a.Value * Count) + b.Value) / (Count + 1), Math.Min(a.Low95, b.Low95), Math.Max(a.High95, b.High95))
            : null,
    };
}
