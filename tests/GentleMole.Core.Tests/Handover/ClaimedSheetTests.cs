using CsCheck;
using GentleMole.Core.Handover;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Tests.Handover;

/// <summary>What a sheet claims is written and read back, and two sheets are held against each other.</summary>
public class ClaimedSheetTests
{
    private static readonly LocalDate Until = new(2026, 12, 6);

    private static ClaimedLine Line(IEnumerable<(double East, double North)> at, double? depth = 0.8, UtilityKind kind = UtilityKind.Gas, string owner = "Tamsin Gas", LineAnswer answer = LineAnswer.Marked, Verdict confidence = Verdict.Sound, QualityLevel level = QualityLevel.B)
    {
        var points = at.Select(p => new SitePoint(p.East, p.North)).ToList();
        return new ClaimedLine(kind, owner, answer, [.. points.Zip(points.Skip(1)).Select((p, i) => new ClaimedStretch($"{i + 1}–{i + 2}", p.First, p.Second, 0.1, depth, depth is null ? null : 0.12, level, confidence))]);
    }

    private static ClaimedLine Straight(double length = 20, double north = 0, double? depth = 0.8, Verdict confidence = Verdict.Sound, QualityLevel level = QualityLevel.B) =>
        Line(Enumerable.Range(0, 5).Select(i => (length * i / 4, north)), depth, confidence: confidence, level: level);

    private static ClaimedSheet Sheet(params ClaimedLine[] lines) => new(7, "ab12", Until, lines);

    private static List<ClaimChangeKind> Kinds(ClaimedSheet before, ClaimedSheet after) => [.. after.Since(before).Select(c => c.Kind)];

    [Fact]
    public void What_is_written_is_read_back() =>
        Gen.Select(Gen.Double[-500, 500].Array[2, 8], Gen.Double[-1, 3], Gen.Enum<UtilityKind>(), Gen.Enum<LineAnswer>(), Gen.Enum<Verdict>(), Gen.Enum<QualityLevel>())
            .Sample((north, depth, kind, answer, confidence, level) =>
            {
                var sheet = Sheet(Line(north.Select((n, i) => ((double)i, Math.Round(n, 3))), depth > 0.1 ? Math.Round(depth, 3) : null, kind, "A; B\nand C", answer, confidence, level), Line([], kind: kind));
                var read = ClaimedSheet.Read(sheet.Write())!;
                Assert.Equal(sheet.Write(), read.Write());
                Assert.Equal((7, "ab12", Until), (read.JobId, read.Head, read.ValidUntil));
                Assert.Equal("A, B and C", read.Lines[0].Owner);
                Assert.Equal(sheet.Lines[0].Stretches, read.Lines[0].Stretches);
                Assert.Empty(read.Since(sheet));
                Assert.Empty(sheet.Since(read));
            });

    [Theory]
    [InlineData("")]
    [InlineData("job;seven;ab")]
    [InlineData("job;7;ab\nvalid;2026-13-40")]
    [InlineData("job;7;ab\nstretch;1–2;0;0;1;1;0.1;;;B;Sound")]
    [InlineData("job;7;ab\nutility;Gas;T;Marked\nstretch;1–2;0;0;1;1;;;;B;Sound")]
    [InlineData("job;7;ab\nutility;Gas;T;Marked\nstretch;1–2;0;0;1;NaN;0.1;;;B;Sound")]
    [InlineData("job;7;ab\nutility;Steam;T;Marked")]
    [InlineData("<xml>")]
    public void What_is_no_such_text_is_none(string text) => Assert.Null(ClaimedSheet.Read(text));

    [Fact]
    public void Marks_that_moved_are_told_with_how_far_and_those_that_only_go_on_are_longer() =>
        Gen.Select(Gen.Double[0, 1.5], Gen.Double[20, 40]).Sample((north, length) =>
        {
            var changes = Sheet(Straight(length, north)).Since(Sheet(Straight()));
            var moved = changes.SingleOrDefault(c => c.Kind == ClaimChangeKind.Moved);
            Assert.Equal(north > ClaimedSheet.SameMetres, moved is not null);
            Assert.True(moved is null || Math.Abs(moved.ByMetres!.Value - north) < 1e-9);
            var longer = changes.SingleOrDefault(c => c.Kind == ClaimChangeKind.Length);
            Assert.Equal(length > 20.3, longer is not null);
            Assert.True(longer is null || Math.Abs(longer.ByMetres!.Value - (length - 20)) < 1e-9);
        });

    [Fact]
    public void A_sheet_changed_nothing_against_itself_and_what_came_for_one_way_went_the_other_way()
    {
        var (one, two) = (Sheet(Straight()), Sheet(Straight(), Line([], kind: UtilityKind.Water, owner: "Pellow Water", answer: LineAnswer.Clear)));
        Assert.Empty(one.Since(one));
        Assert.Equal([ClaimChangeKind.Came], Kinds(one, two));
        Assert.Equal([ClaimChangeKind.Went], Kinds(two, one));
        Assert.Equal([ClaimChangeKind.Validity], Kinds(one, one with { ValidUntil = Until.PlusDays(3), Head = "cd34" }));
        Assert.Empty(Kinds(one, one with { Head = "cd34" }));
    }

    [Fact]
    public void Depths_doubts_levels_and_answers_are_told_each_for_itself()
    {
        var before = Sheet(Straight());
        Assert.Equal(0.3, Sheet(Straight(depth: 1.1)).Since(before).Single(c => c.Kind == ClaimChangeKind.Depth).ByMetres!.Value, 9);
        Assert.Equal(-0.3, before.Since(Sheet(Straight(depth: 1.1))).Single(c => c.Kind == ClaimChangeKind.Depth).ByMetres!.Value, 9);
        Assert.Empty(Kinds(before, Sheet(Straight(depth: 0.84))));
        Assert.Empty(Kinds(before, Sheet(Straight(depth: null))));
        Assert.Equal([ClaimChangeKind.Doubt], Kinds(before, Sheet(Straight(confidence: Verdict.Caution))));
        Assert.Equal([ClaimChangeKind.Level], Kinds(before, Sheet(Straight(level: QualityLevel.A))));
        Assert.Equal([ClaimChangeKind.Answer, ClaimChangeKind.Length, ClaimChangeKind.Level], Kinds(before, Sheet(Line([], answer: LineAnswer.NotFound))));
    }

    [Fact]
    public void Two_lines_of_one_owner_are_told_apart_by_their_order()
    {
        var before = Sheet(Straight(), Straight(north: 5));
        Assert.Empty(Kinds(before, Sheet(Straight(), Straight(north: 5))));
        var change = Assert.Single(Sheet(Straight(), Straight(north: 5.4)).Since(before));
        Assert.Equal((ClaimChangeKind.Moved, 0.4), (change.Kind, Math.Round(change.ByMetres!.Value, 9)));
    }

    [Theory]
    [InlineData("", 0)]
    [InlineData("M10,20L30,40L600,200M0,0", 2)]
    public void A_signature_is_strokes_on_its_field(string text, int strokes) => Assert.Equal(strokes, Signature.Read(text)!.Strokes.Count);

    [Theory]
    [InlineData("M601,0")]
    [InlineData("M0,201")]
    [InlineData("L1,1")]
    [InlineData("M1,1 L2,2")]
    [InlineData("M-1,1")]
    [InlineData("M1,1Z\"><script>")]
    [InlineData("M1e3,1")]
    public void Anything_else_is_no_signature(string text)
    {
        Assert.Null(Signature.Read(text));
        Assert.Null(Signature.Read("M1,1" + new string('L', Signature.MostCharacters)));
    }
}
