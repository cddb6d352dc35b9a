using System.Security.Cryptography;
using System.Text;
using GentleMole.Core.Handover;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>What a sheet claims, and the code that belongs to that and to nothing else.</summary>
internal static class SheetFacts
{
    private const string Letters = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";

    /// <summary>What the sheet claims as it stands.</summary>
    public static ClaimedSheet Of(JobSheet sheet) => Of(sheet, sheet.Job.HandoverHead);

    private static ClaimedSheet Of(JobSheet sheet, string head) => new(sheet.Job.Id, head, sheet.MarksExpire, [.. sheet.Lines.Select(l => new ClaimedLine(l.Line.Kind, l.Line.Owner, l.Line.Answer, [.. l.Traced.Stretches.Select(s =>
        new ClaimedStretch(TogetherWords.Ends(s.From, s.To), s.From.Place, s.To.Place, s.AcrossHalfWidthMetres, s.Depth?.Value, s.Depth?.HalfWidth, s.Quality, s.Confidence))]))]);

    /// <summary>One fact a line.</summary>
    public static string Text(JobSheet sheet) => Of(sheet).Write();

    /// <param name="head">Head of the log at the handover.</param>
    public static string Text(JobSheet sheet, string head) => Of(sheet, head).Write();

    /// <summary>Twelve letters that belong to these facts and to no others: printed on every page, shown where the sheet is kept.</summary>
    public static string Code(JobSheet sheet) => Code(Text(sheet));

    /// <summary>The code of facts.</summary>
    public static string Code(string facts)
    {
        var hash = SHA256.HashData(Encoding.UTF8.GetBytes(facts));
        var letters = hash.Take(12).Select(b => Letters[b & 31]).ToArray();
        return $"{new string(letters, 0, 4)}-{new string(letters, 4, 4)}-{new string(letters, 8, 4)}";
    }

    /// <summary>It went out, and claims something else now.</summary>
    public static bool IsChangedSince(JobSheet sheet) => sheet.Job is { HandedOverAt: not null, HandoverCode.Length: > 0 } job && job.HandoverCode != Code(sheet);

    /// <summary>What is otherwise now than on the sheet that went out last; empty where none did, or what it claimed is not kept.</summary>
    public static IReadOnlyList<ClaimChange> SinceLast(JobSheet sheet) => sheet.LastHanded is { } last && ClaimedSheet.Read(last.Facts) is { } before ? Of(sheet).Since(before) : [];

    /// <summary>What the sheet that went out last changed against the one before it.</summary>
    public static IReadOnlyList<ClaimChange> OfLast(JobSheet sheet) =>
        sheet.Handed.Count > 1 && ClaimedSheet.Read(sheet.Handed[^2].Facts) is { } before && ClaimedSheet.Read(sheet.Handed[^1].Facts) is { } last ? last.Since(before) : [];
}
