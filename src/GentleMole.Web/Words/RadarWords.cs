using System.Globalization;
using GentleMole.Core;

namespace GentleMole.Web.Words;

/// <summary>The words of radar.</summary>
internal static class RadarWords
{
    public static string Reason(Reason reason)
    {
        static string Figure(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);
        return reason.Code switch
        {
            "wheel-once" => "Walked once: nothing is known of its scatter. Walk the base three times.",
            "wheel-repeats" => $"It repeats to {Figure(reason.Measured)} m in ten metres.",
            "wheel-scatters" => $"It scatters by {Figure(reason.Measured)} m in ten metres; up to {Figure(reason.Expected)} m is good. Clean the wheel, walk straight, walk again.",
            "wheel-wild" => $"It scatters by {Figure(reason.Measured)} m in ten metres, more than {Figure(reason.Expected)} m: it slips or jumps. Nothing is measured with it until it does not.",
            "wheel-off" => $"It is out by {Figure(Math.Abs(reason.Measured - 1) * 100)} %: take the factor, and look whether the right wheel is set.",
            "wheel-far-off" => $"It is out by {Figure(Math.Abs(reason.Measured - 1) * 100)} %: a wrong wheel is set, or the base is not as long as was said.",
            _ => reason.Code,
        };
    }
}
