using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Store.Model;

/// <summary>What the lead has written about connecting to one kind of feature of a utility.</summary>
public sealed class GuideNote
{
    public int Id { get; set; }

    public UtilityKind Kind { get; set; }

    public FeatureKind Feature { get; set; }

    public string Text { get; set; } = "";
}
