using GentleMole.Core.Lines;

namespace GentleMole.Store.Model;

/// <summary>A page of the connection guide as the lead has edited it; kinds without one show what ships.</summary>
public sealed class GuideEntry
{
    public int Id { get; set; }

    public UtilityKind Kind { get; set; }

    public string Clip { get; set; } = "";

    public string Never { get; set; } = "";

    public string Insulates { get; set; } = "";

    public string Bonded { get; set; } = "";

    public string TestDead { get; set; } = "";

    public string Caution { get; set; } = "";
}
