using GentleMole.Core.Marking;
using GentleMole.Core.Measures;
using GentleMole.Core.Paint;

namespace GentleMole.Store.Model;

/// <summary>A place's customs as the firm keeps them: copied from one that ships, and edited.</summary>
public sealed class PlaceCustom
{
    public int Id { get; set; }

    public required string Name { get; set; }

    public UnitSystem Units { get; set; }

    public double ToleranceMetres { get; set; }

    public MarkSchool School { get; set; }

    public double DashMetres { get; set; }

    public double GapMetres { get; set; }

    public double LabelEveryMetres { get; set; }

    public List<PlaceSign> Signs { get; set; } = [];

    /// <summary>As the core reckons with it.</summary>
    public PaintCustom Custom => new(
        Name, Units, ToleranceMetres, School, DashMetres, GapMetres, LabelEveryMetres,
        Signs.GroupBy(s => s.Kind).ToDictionary(s => s.Key, s => s.First().Colour), Signs.GroupBy(s => s.Kind).ToDictionary(s => s.Key, s => s.First().Letters));

    /// <summary>Takes over what somebody typed or copied.</summary>
    public void Take(PaintCustom custom)
    {
        ArgumentNullException.ThrowIfNull(custom);
        (Name, Units, ToleranceMetres, School) = (custom.Name, custom.Units, custom.ToleranceMetres, custom.School);
        (DashMetres, GapMetres, LabelEveryMetres) = (custom.DashMetres, custom.GapMetres, custom.LabelEveryMetres);
        Signs = [.. Core.Lines.Utilities.All.Select(k => new PlaceSign(k, custom.ColourOf(k), custom.LetterOf(k)))];
    }
}
