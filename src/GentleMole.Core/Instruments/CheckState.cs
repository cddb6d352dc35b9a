namespace GentleMole.Core.Instruments;

/// <summary>State of an instrument on a day.</summary>
public enum CheckState
{
    /// <summary>Checked and within its calibration.</summary>
    Good,

    /// <summary>No function check today.</summary>
    NotCheckedToday,

    /// <summary>Today's check was outside its limits.</summary>
    Failed,

    /// <summary>The calibration has run out.</summary>
    CalibrationOver,
}
