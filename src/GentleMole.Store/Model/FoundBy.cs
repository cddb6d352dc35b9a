namespace GentleMole.Store.Model;

/// <summary>How a line that was not drawn came to light. The numbers are stored.</summary>
public enum FoundBy
{
    /// <summary>Heard on the passes of a sweep.</summary>
    Sweep = 0,

    /// <summary>Seen on neighbouring radar lines.</summary>
    Radar = 1,
}
