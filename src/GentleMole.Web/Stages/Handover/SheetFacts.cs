using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using GentleMole.Core.Trace;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>What a sheet claims, one fact a line and free of units and words that a reader may choose: a sheet of paper can be held against it.</summary>
internal static class SheetFacts
{
    private const string Letters = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";

    /// <summary>Utilities with their answers and stretches in order; metres with three places.</summary>
    public static string Text(JobSheet sheet) => Text(sheet, sheet.Job.HandoverHead);

    private static string Text(JobSheet sheet, string head)
    {
        var text = new StringBuilder();
        text.Append(CultureInfo.InvariantCulture, $"job;{sheet.Job.Id};{head}\n");
        text.Append(CultureInfo.InvariantCulture, $"valid;{sheet.MarksExpire?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)}\n");
        foreach (var line in sheet.Lines)
        {
            text.Append(CultureInfo.InvariantCulture, $"utility;{line.Line.Kind};{OneLine(line.Line.Owner)};{line.Line.Answer}\n");
            foreach (var s in line.Traced.Stretches)
            {
                text.Append(CultureInfo.InvariantCulture, $"stretch;{TogetherWords.Ends(s.From, s.To)};{M(s.From.Place.East)};{M(s.From.Place.North)};{M(s.To.Place.East)};{M(s.To.Place.North)};{M(s.AcrossHalfWidthMetres)};{M(s.Depth?.Value)};{M(s.Depth?.HalfWidth)};{s.Quality};{s.Confidence}\n");
            }
        }

        return text.ToString();
    }

    /// <summary>Twelve letters that belong to these facts and to no others: printed on every page, shown where the sheet is kept.</summary>
    public static string Code(JobSheet sheet) => Code(sheet, sheet.Job.HandoverHead);

    /// <param name="head">Head of the log at the handover.</param>
    public static string Code(JobSheet sheet, string head)
    {
        var hash = SHA256.HashData(Encoding.UTF8.GetBytes(Text(sheet, head)));
        var letters = hash.Take(12).Select(b => Letters[b & 31]).ToArray();
        return $"{new string(letters, 0, 4)}-{new string(letters, 4, 4)}-{new string(letters, 8, 4)}";
    }

    /// <summary>It went out, and claims something else now.</summary>
    public static bool IsChangedSince(JobSheet sheet) => sheet.Job is { HandedOverAt: not null, HandoverCode.Length: > 0 } job && job.HandoverCode != Code(sheet);

    private static string M(double? metres) => metres?.ToString("0.000", CultureInfo.InvariantCulture) ?? "";

    private static string OneLine(string text) => text.Replace('\n', ' ').Replace(';', ',');
}
