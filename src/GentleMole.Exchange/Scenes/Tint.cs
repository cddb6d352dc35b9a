namespace GentleMole.Exchange.Scenes;

/// <summary>What a stroke or a filling is coloured with. Hues belong to paint alone; the rest is paper, ink and soil.</summary>
public enum Tint
{
    None,

    /// <summary>The paint of the utility that the shape stands for.</summary>
    Paint,

    /// <summary>What can be read on that paint.</summary>
    OnPaint,
    Ink,
    Velvet,
    Paper,
    Panel,
    White,
    Soil1,
    Soil2,
    Soil3,
    Soil4,

    /// <summary>The ground in section, from the surface down.</summary>
    Ground1,
    Ground2,
    Ground3,
}
