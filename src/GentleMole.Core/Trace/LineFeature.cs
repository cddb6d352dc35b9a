namespace GentleMole.Core.Trace;

/// <summary>What is at this place on the line, as the person sees it.</summary>
public enum LineFeature
{
    Plain = 0,
    Bend = 1,
    Tee = 2,
    End = 3,
}
