using GentleMole.Core.Trace;

namespace GentleMole.Core.Tests.Trace;

public sealed class StretchRowTests
{
    private static readonly TracedLine Line = TracedLine.Join(Enumerable.Range(0, 60).Select(i => new MarkPoint(
        new(i * (i == 30 ? 1.2 : 1.0), 0), 0.05 + (0.001 * i), i is 40 or 41 or 42 ? null : Estimate.Symmetric(0.6 + (0.01 * i), 0.04), i == 20 ? Verdict.Caution : Verdict.Sound, i + 1)));

    [Fact]
    public void Few_stretches_have_a_row_each()
    {
        var rows = StretchRow.Of(Line.Stretches, Line.Stretches.Count);

        Assert.Equal(Line.Stretches.Select(s => (s.From, s.To, s.Depth, s.Confidence)), rows.Select(r => (r.From, r.To, r.Depth, r.Confidence)));
    }

    [Fact]
    public void Many_share_rows_that_leave_nothing_out_and_allow_all_that_one_of_them_allowed()
    {
        var rows = StretchRow.Of(Line.Stretches, 10);

        Assert.InRange(rows.Count, 3, 9);
        Assert.Equal(Line.Stretches.Count, rows.Sum(r => r.Count));
        Assert.Equal(Line.Run!.Length, rows.Sum(r => r.LengthMetres), 1e-9);
        Assert.Equal(rows.Skip(1).Select(r => r.From), rows.SkipLast(1).Select(r => r.To));
        var at = 0;
        foreach (var row in rows)
        {
            var own = Line.Stretches.Skip(at).Take(row.Count).ToList();
            at += row.Count;
            Assert.All(own, s => Assert.Equal((row.Confidence, row.Quality, row.TooLong), (s.Confidence, s.Quality, s.TooLong)));
            Assert.Equal(own.Max(s => s.AcrossHalfWidthMetres), row.AcrossHalfWidthMetres);
            Assert.Equal((own.Min(s => s.Depth?.Low95), own.Max(s => s.Depth?.High95)), (row.Depth?.Low95, row.Depth?.High95));
        }
    }
}
