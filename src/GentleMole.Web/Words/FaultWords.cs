using System.Globalization;
using GentleMole.Core.Fault;
using GentleMole.Core.Measures;

namespace GentleMole.Web.Words;

/// <summary>The words of faults of sheaths and wires.</summary>
internal static class FaultWords
{
    public static string Class(SheathClass of) => of switch
    {
        SheathClass.None => "none",
        SheathClass.HighResistance => "high-resistance",
        SheathClass.Heavy => "heavy",
    };

    public static string ClassInFull(SheathClass of) => of switch
    {
        SheathClass.None => "no fault to find: the sheath is sound",
        SheathClass.HighResistance => "a fault of high resistance: little leaves, so read the reference with care and walk in short steps",
        SheathClass.Heavy => "a heavy fault",
    };

    public static string Grade(FaultGrade grade) => grade switch
    {
        FaultGrade.Major => "major",
        FaultGrade.Minor => "minor",
    };

    public static string Surface(FrameSurface surface) => surface switch
    {
        FrameSurface.Soil => "soil or grass",
        FrameSurface.Sealed => "asphalt or paving",
        FrameSurface.Crossing => "a service crosses",
    };

    public static string SurfaceEffect(FrameSurface surface) => surface switch
    {
        FrameSurface.Soil => "",
        FrameSurface.Sealed => "Through asphalt and dry paving little is heard: wet it, or set the prongs in the joint or beside it.",
        FrameSurface.Crossing => "Metal that crosses draws the current together: a reversal just there may be its own. Compare a metre to each side.",
    };

    public static string Ohms(double ohms) => double.IsInfinity(ohms) ? "open"
        : ohms >= 1e6 ? (ohms / 1e6).ToString("0.##", CultureInfo.InvariantCulture) + " MΩ" : ohms >= 1e3 ? (ohms / 1e3).ToString("0.#", CultureInfo.InvariantCulture) + " kΩ"
        : ohms.ToString("0.##", CultureInfo.InvariantCulture) + " Ω";

    /// <summary>What is next before the walk.</summary>
    public static string Prep(FaultPrep prep) => prep.Next switch
    {
        FaultPrepStep.LiftNear => "Have the earth lifted at the near end, by somebody who may, the cable dead and proved dead.",
        FaultPrepStep.LiftFar => "Have the earth lifted at the far end too: with one end earthed the current goes there and not to the fault.",
        FaultPrepStep.ForeignVoltage => "Measure the voltage between sheath and earth, nothing connected.",
        FaultPrepStep.Stop => $"Stop: {prep.ForeignVolts!.Value.ToString("0", CultureInfo.InvariantCulture)} V on the sheath. Something feeds it. Touch nothing, call its owner.",
        FaultPrepStep.Resistance => "Measure the resistance of the sheath to earth.",
        FaultPrepStep.NothingToFind => $"{Ohms(prep.SheathOhms!.Value)}: above 1 MΩ there is no fault to find. Put the earths back.",
        FaultPrepStep.Stake => "Set the stake in line with the cable behind its end, as far as the lead goes: ten metres and more.",
        FaultPrepStep.Reference => "Set the frame beside the stake, a metre off, in line, and keep what it shows: all later levels are held against it.",
        FaultPrepStep.Ready => "Ready to walk.",
    };

    /// <summary>Where the frame goes next.</summary>
    public static string Next(FrameNext next, UnitSystem units)
    {
        string Length(double? metres) => LengthText.Format(metres ?? 0, units);
        return next.Step switch
        {
            FrameStep.Reference => "Read the reference beside the stake first.",
            FrameStep.Begin => $"Set the frame over the cable at {Length(next.AlongMetres)}, the same prong always ahead.",
            FrameStep.GoOn => $"The fault lies ahead: on to {Length(next.AlongMetres)}.",
            FrameStep.GoBack => $"Already behind a fault: back to {Length(next.AlongMetres)}.",
            FrameStep.Halve => $"The sign turned between {Length(next.From)} and {Length(next.To)}: set it between them, at {Length(next.AlongMetres)}.",
            FrameStep.TurnAcross => $"Near enough: at {Length(next.AlongMetres)} turn the frame across the cable and find the reversal sideways; where both turn, pin it.",
            FrameStep.GoOnBehind => $"Behind a fault; another may follow: on to {Length(next.AlongMetres)}.",
            FrameStep.Ended => "The end of the cable.",
        };
    }

    /// <summary>One sentence for what a walk gave.</summary>
    /// <param name="pinned">Places that were pinned across the cable already.</param>
    public static string Finding(FaultFinding finding, UnitSystem units, IReadOnlyList<double>? pinned = null)
    {
        string Length(double metres) => LengthText.Format(metres, units);
        if (finding.Faults.Count == 0)
        {
            return "No fault in these readings.";
        }

        var main = finding.Faults.MaxBy(f => f.Level)!;
        var many = finding.Faults.Count > 1 ? $" {finding.Faults.Count - 1} more beside it." : "";
        var where = $"at {Length(main.Along.Value)} ± {Length(main.Along.HalfWidth)} along the cable, {Length(main.Depth.Value)} deep ({Length(main.Depth.Low95)} to {Length(main.Depth.High95)})";
        return main.Grade switch
        {
            FaultGrade.Major => $"A major fault {where}.{many} {(pinned?.Any(p => Math.Abs(p - main.Along.Value) < PinnedWithin) == true ? "It is pinned across." : "Turn the frame across there and pin it.")}",
            FaultGrade.Minor => $"Only a minor fault {where}: more than 20 dB below the reference, so most of the current leaves elsewhere. Go on.{many}",
            _ => $"A fault {where}.{many} Without the reference beside the stake nobody knows whether it is the one.",
        };
    }

    /// <summary>A pin belongs to a fault so near, metres.</summary>
    public const double PinnedWithin = 1;

    public static string Kind(WireFaultKind kind) => kind switch
    {
        WireFaultKind.None => "none",
        WireFaultKind.Open => "open",
        WireFaultKind.Short => "short",
        WireFaultKind.Earth => "earth",
        WireFaultKind.Weak => "weak",
        WireFaultKind.Unknown => "unknown",
    };

    /// <summary>What is wrong with a wire, about where, and what to cut or open next.</summary>
    public static string Wire(WireFault fault, WireTest test, UnitSystem units)
    {
        string Length(double metres) => LengthText.Format(metres, units);
        var where = fault.Along is { } along ? fault.NeedsFarEnd ? $" no farther than {Length(along.High95)} from this end" : $" about {Length(along.Value)} from this end, ± {Length(along.HalfWidth)}" : "";
        var side = fault.Along is { } at ? at.High95 < test.LengthMetres / 2 ? " It is in the near half." : at.Low95 > test.LengthMetres / 2 ? " It is in the far half." : "" : "";
        var open = fault.Along is { } place && !fault.NeedsFarEnd ? $" Open the splice or box nearest to {Length(place.Value)} first." : $" Open the splice or box nearest to the middle, {Length(test.LengthMetres / 2)}, and measure both ways from there.";
        return fault.Kind switch
        {
            WireFaultKind.None => "Nothing that a meter shows: the loop is what wire and load have, and nothing touches earth.",
            WireFaultKind.Open => $"Broken{where}.{side}" + (fault.NeedsFarEnd ? " Read the capacitance to earth from both ends to place it; the locating signal also stops there." : "") + open,
            WireFaultKind.Short => $"It touches its return{where}.{side}" + (fault.NeedsFarEnd ? " The same reading from the far end places it." : "") + " The locating current turns back there." + open,
            WireFaultKind.Earth => $"It touches earth{(fault.FaultOhms is { } ohms ? $" through {Ohms(ohms)}" : "")}{where}.{side}" + (fault.NeedsFarEnd ? " The same reading from the far end places it." : "") + " The locating current falls by what leaves there; a frame walked along finds it." + open,
            WireFaultKind.Weak => $"{Ohms(fault.FaultOhms ?? 0)} too much in the loop: a bad splice or a coil that is dying. Lift the coil and measure the wires alone.{open}",
            WireFaultKind.Unknown => "Measure the loop first: wire against its return.",
        };
    }
}
