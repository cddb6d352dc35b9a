using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Radar;
using GentleMole.Store.Model;

namespace GentleMole.Web.Words;

/// <summary>The words of radar.</summary>
internal static class RadarWords
{
    /// <summary>Polarity by the words of the API: the first lobe with the sign of the direct wave, or against it.</summary>
    public static readonly string[] Polarities = ["normal", "reversed"];

    public static string PolarityWord(bool isNormal) => Polarities[isNormal ? 0 : 1];

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
            "curve-follows" => $"It follows the response to {Figure(reason.Measured)} ns; under {Figure(reason.Expected)} ns is good.",
            "curve-beside" => $"It lies {Figure(Math.Abs(reason.Measured))} ns {(reason.Measured > 0 ? "above" : "below")} the response: move it, or take the fit.",
            "curve-off" => $"It misses the response by {Figure(reason.Measured)} ns; under {Figure(reason.Expected)} ns is good. Wrong velocity, radius or crossing angle, or no pipe.",
            "curve-short" => $"Only {Figure(reason.Measured)} m of a response are there; {Figure(reason.Expected)} m are wanted for its velocity.",
            "curve-nothing" => "There is no response under it that goes on from trace to trace.",
            _ => reason.Code,
        };
    }

    /// <summary>Unit of a step's settings.</summary>
    public static string Unit(RadarStepKind kind) => kind switch
    {
        RadarStepKind.TimeZero or RadarStepKind.Dewow or RadarStepKind.Agc => "ns",
        RadarStepKind.BandPass => "MHz",
        RadarStepKind.Background => "m",
        RadarStepKind.Gain => "dB/ns",
        RadarStepKind.Migrate => "m/ns",
        RadarStepKind.Envelope => "",
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };

    /// <summary>Name of a step.</summary>
    public static string Step(RadarStepKind kind) => kind switch
    {
        RadarStepKind.TimeZero => "Time zero",
        RadarStepKind.Dewow => "Dewow",
        RadarStepKind.BandPass => "Band-pass",
        RadarStepKind.Background => "Background removal",
        RadarStepKind.Gain => "Gain",
        RadarStepKind.Agc => "Automatic gain",
        RadarStepKind.Envelope => "Envelope",
        RadarStepKind.Migrate => "Migration",
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };

    /// <summary>Why a step is done.</summary>
    public static string Why(RadarStepKind kind) => kind switch
    {
        RadarStepKind.TimeZero => "Depth counts from when the pulse left, not from when the instrument began to listen.",
        RadarStepKind.Dewow => "Takes off each trace’s slow drift, which the electronics make.",
        RadarStepKind.BandPass => "Keeps what lies round the pulse’s own frequency; hum and hiss go.",
        RadarStepKind.Background => "Takes off what all traces have in common: the direct wave, ringing. Level layers go too: look without it once.",
        RadarStepKind.Gain => "Makes later echoes louder by what spreading and ground have taken. Strengths can still be compared.",
        RadarStepKind.Agc => "Makes every stretch equally loud: nothing is missed, but strengths and signs of weak noise look like echoes.",
        RadarStepKind.Envelope => "Size without sign. Polarity can no longer be read from it.",
        RadarStepKind.Migrate => "Draws curves together to where they come from; right only with the right velocity.",
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };

    /// <summary>A step as it was done, with what the data set.</summary>
    public static string Settings(RadarStep step)
    {
        static string Figure(double? value) => (value ?? 0).ToString("0.###", CultureInfo.InvariantCulture);
        return step.Kind switch
        {
            RadarStepKind.TimeZero => $"the pulse left at {Figure(step.First)} ns",
            RadarStepKind.Dewow => $"over {Figure(step.First)} ns",
            RadarStepKind.BandPass => $"{(step.First ?? 0):0} to {(step.Second ?? 0):0} MHz",
            RadarStepKind.Background => step.First is > 0 ? $"over {Figure(step.First)} m of the line" : "over the whole line",
            RadarStepKind.Gain => $"spreading, and {Figure(step.First)} dB a nanosecond",
            RadarStepKind.Agc => $"over {Figure(step.First)} ns",
            RadarStepKind.Envelope => "",
            RadarStepKind.Migrate => $"{Figure(step.First)} m/ns, {(step.Second > 0.5 ? "Kirchhoff" : "Stolt")}",
            _ => throw new ArgumentOutOfRangeException(nameof(step)),
        };
    }

    /// <summary>What the first lobe says of a body.</summary>
    public static string Polarity(bool? isNormal) => isNormal switch
    {
        true => "as sent: empty pipe or void",
        false => "turned over: metal or water",
        null => "cannot be told",
    };

    /// <summary>The same in a word or two.</summary>
    public static string Inside(bool? isNormal) => isNormal switch
    {
        true => "empty, void",
        false => "metal, water",
        null => "not told",
    };

    public static string Soil(RadarSoilKind kind) => kind switch
    {
        RadarSoilKind.DrySand => "sand or gravel, dry",
        RadarSoilKind.MoistSand => "sand or gravel, moist",
        RadarSoilKind.WetSand => "sand or gravel under water",
        RadarSoilKind.Loam => "loam, silt, made ground",
        RadarSoilKind.DryClay => "clay, dry",
        RadarSoilKind.WetClay => "clay, wet",
        RadarSoilKind.Asphalt => "asphalt",
        RadarSoilKind.Concrete => "concrete",
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };

    /// <summary>By what a velocity is known.</summary>
    public static string Source(GroundVelocity velocity) => velocity.Source switch
    {
        VelocitySource.Curves => velocity.Curves == 1 ? "by one curve of this site" : $"the middle of {velocity.Curves} curves of this site",
        VelocitySource.KnownTarget => "by a target of known cover",
        VelocitySource.Ground => "by the table for this ground: a guess until curves say better",
        _ => throw new ArgumentOutOfRangeException(nameof(velocity)),
    };

    /// <summary>By which target of known cover a calibration knows the velocity.</summary>
    public static string KnownBy(RadarCalibration calibration) => calibration.KnownBy.Length > 0 ? $"by {calibration.KnownBy}" : "by a target of known cover";

    /// <summary>A velocity with its ±.</summary>
    public static string Velocity(Estimate velocity) => string.Create(CultureInfo.InvariantCulture, $"{velocity.Value:0.000} ± {Math.Max(velocity.HalfWidth, 0.001):0.000} m/ns");

    /// <summary>A frequency in a unit that reads well.</summary>
    public static string Hertz(double hertz) => hertz >= 1e9 ? string.Create(CultureInfo.InvariantCulture, $"{hertz / 1e9:0.##} GHz") : hertz >= 1e6 ? string.Create(CultureInfo.InvariantCulture, $"{hertz / 1e6:0} MHz") : string.Create(CultureInfo.InvariantCulture, $"{hertz / 1e3:0} kHz");

    /// <summary>What the first setting of a step is.</summary>
    public static string First(RadarStepKind kind) => kind switch
    {
        RadarStepKind.TimeZero => "moment",
        RadarStepKind.Dewow or RadarStepKind.Agc => "window",
        RadarStepKind.BandPass => "lowest",
        RadarStepKind.Background => "stretch of the line",
        RadarStepKind.Gain => "exponent",
        RadarStepKind.Migrate => "velocity",
        RadarStepKind.Envelope => "nothing",
        _ => throw new ArgumentOutOfRangeException(nameof(kind)),
    };
}
