using GentleMole.Core.Instruments;

namespace GentleMole.Web.Words;

/// <summary>What is said of instruments wherever they are named.</summary>
internal static class InstrumentWords
{
    public static string Check(CheckState state) => state switch
    {
        CheckState.Good => "checked today",
        CheckState.NotCheckedToday => "not checked on the day",
        CheckState.Failed => "failed its check",
        CheckState.CalibrationOver => "calibration has run out",
    };
}
