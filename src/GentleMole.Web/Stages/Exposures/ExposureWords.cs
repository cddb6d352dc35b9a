using GentleMole.Core.Lines;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>What was dug up beside what was marked, in words.</summary>
internal static class ExposureWords
{
    /// <summary>What it is and where its top lies.</summary>
    public static string Title(DugUp dug, Person person)
    {
        var hole = dug.Hole;
        var size = hole.OutsideDiameterMetres is { } outside ? $", {outside * 1000:0} mm thick" : "";
        return $"{(dug.Line is { } line ? $"{LineWords.Kind(line.Line.Kind)}, {line.Line.Owner}" : $"{(hole.Kind == UtilityKind.Unknown ? "something" : LineWords.Kind(hole.Kind))} that nobody knew of")}: top {person.Length(hole.CoverMetres)} down{size}";
    }

    /// <summary>Truth beside mark, in one or two sentences.</summary>
    public static string Beside(DugUp dug, Person person)
    {
        var hole = dug.Hole;
        if (hole is not { AcrossMetres: { } across, AcrossHalfMetres: { } half })
        {
            return dug.Line is null ? "No line of this sheet is marked as this." : "It was not marked here.";
        }

        var side = Math.Abs(across) < 0.005 ? "right under its mark" : $"{person.Length(Math.Abs(across))} to the {(across > 0 ? "right" : "left")} of its mark";
        var place = $"It lay {side}: {(dug.IsPlaceInside ? "inside" : "outside")} the {person.PlusMinus(half)} that was to be expected.";
        return hole is not { DeeperMetres: { } deeper, DeeperHalfMetres: { } depthHalf } ? $"{place} No depth was stated."
            : $"{place} Its centre was {(Math.Abs(deeper) < 0.005 ? "as deep as stated" : $"{person.Length(Math.Abs(deeper))} {(deeper > 0 ? "deeper" : "shallower")} than stated")}: {(dug.IsDepthInside == true ? "inside" : "outside")} {person.PlusMinus(depthHalf)}.";
    }

    /// <summary>Why it must be asked how that could be; empty where nothing must.</summary>
    public static string Why(DugUp dug, JobSheet sheet)
    {
        var why = new List<string>();
        if (dug.Hole.IsDamaged)
        {
            why.Add("it was hit");
        }

        if (dug.IsWrongMark)
        {
            why.Add("its mark was over something else");
        }

        if (dug.Under is { } other)
        {
            why.Add($"it lies under the mark of the {LineWords.Kind(other.Line.Kind)} ({other.Line.Owner})");
        }

        if (dug.IsUnmarked && dug.IsInquiry(sheet))
        {
            why.Add("the sheet was out and it was not marked");
        }

        return why.Count == 0 ? "" : $"To be looked into: {string.Join("; ", why)}.";
    }

    public static string Shape(DugUp dug, JobSheet sheet) => dug.IsInquiry(sheet) ? "reject" : dug.IsUnmarked || !dug.IsPlaceInside || dug.IsDepthInside == false ? "caution" : "sound";
}
