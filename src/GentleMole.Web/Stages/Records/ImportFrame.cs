namespace GentleMole.Web.Stages;

/// <summary>How a drawing comes to lie on the site.</summary>
internal enum ImportFrame
{
    /// <summary>By the coordinate system that the file names.</summary>
    File,

    /// <summary>Its coordinates are site metres already.</summary>
    Site,

    /// <summary>By an EPSG number.</summary>
    Epsg,

    /// <summary>By places known in the drawing and on the site.</summary>
    Points,
}
