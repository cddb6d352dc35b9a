namespace GentleMole.Core.Hookup;

/// <summary>What a hookup lacks in some ground.</summary>
public enum HookupFailing
{
    /// <summary>The signal does not reach through the whole work with half in reserve.</summary>
    Signal,

    /// <summary>Too much of the current runs beside the target.</summary>
    Share,

    /// <summary>A neighbour reads strong beside the target.</summary>
    Neighbour,

    /// <summary>The resistance of the loop is beyond what the firm goes on with.</summary>
    Loop,
}
