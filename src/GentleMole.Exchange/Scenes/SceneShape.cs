using GentleMole.Core.Lines;

namespace GentleMole.Exchange.Scenes;

/// <summary>A thing that is drawn.</summary>
public abstract record SceneShape
{
    /// <summary>Whose paint it carries.</summary>
    public UtilityKind? Paint { get; init; }

    /// <summary>What it is, said when one stays on it.</summary>
    public string? Title { get; init; }

    /// <summary>Where it leads.</summary>
    public SceneLink? Link { get; init; }

    /// <summary>Labels keep off it. Grids, bands and fillings lie under labels.</summary>
    public bool IsSolid { get; init; } = true;
}
