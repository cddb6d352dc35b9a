namespace GentleMole.Core.Trace;

/// <summary>What is at this place on the line, as the person sees it.</summary>
public enum LineFeature
{
    /// <summary>It goes straight on.</summary>
    Plain = 0,

    /// <summary>It bends.</summary>
    Bend = 1,

    /// <summary>It branches.</summary>
    Tee = 2,

    /// <summary>It ends.</summary>
    End = 3,
}
