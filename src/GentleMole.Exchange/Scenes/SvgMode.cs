namespace GentleMole.Exchange.Scenes;

/// <summary>In what numbers an SVG is written.</summary>
public enum SvgMode
{
    /// <summary>In units of the scene, north up: a click on it is a place, and what is asked of it is only another view box. Symbols keep their size by the variable <c>--u</c>.</summary>
    Units,

    /// <summary>In pixels of the frame.</summary>
    Pixels,
}
