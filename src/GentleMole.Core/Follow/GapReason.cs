namespace GentleMole.Core.Follow;

/// <summary>Why dots stand closer somewhere.</summary>
public enum GapReason
{
    /// <summary>A plain run.</summary>
    Plain = 0,

    /// <summary>The line bends.</summary>
    Bend = 1,

    /// <summary>A branch leaves.</summary>
    Tee = 2,

    /// <summary>Somebody will dig there.</summary>
    Dig = 3,
}
