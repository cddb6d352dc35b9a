namespace GentleMole.Core.Fault;

/// <summary>What a wire's readings say: what is wrong, about where, and how sure (bridge methods with two ends; Glazebrook, Dictionary of Applied Physics, "Cables, localisation of faults").</summary>
/// <param name="Kind">What is wrong.</param>
/// <param name="Along">From the near end, metres; null where one end alone cannot tell.</param>
/// <param name="FaultOhms">Of the touch itself; null where it is none.</param>
/// <param name="NeedsFarEnd">True when the same reading from the far end would place it.</param>
public sealed record WireFault(WireFaultKind Kind, Estimate? Along, double? FaultOhms, bool NeedsFarEnd)
{
    /// <summary>Above this a wire counts as parted from what it is measured against, ohms.</summary>
    public const double OpenOhms = 1e5;

    /// <summary>Below this a wire leaks to earth, ohms.</summary>
    public const double LeakOhms = 1e6;

    private const double NinetyFive = 1.96;

    /// <summary>A meter's leads and clips, ohms.</summary>
    private const double LeadOhms = 0.1;

    /// <summary>How far the length on a plan may be out, a part of it.</summary>
    private const double LengthPart = 0.03;
    private const double WeakPart = 1.4;
    private const double WeakOhms = 4;
    private const double ShortPart = 0.7;

    /// <summary>What a test says.</summary>
    public static Result<WireFault> Of(WireTest test)
    {
        if (test.Wrong() is { Count: > 0 } wrong)
        {
            return wrong;
        }

        var wire = test.LengthMetres * test.OhmsPerKilometre / 1000;
        var loop = (2 * wire) + test.LoadOhms;
        if (test.LoopOhms is > OpenOhms)
        {
            return Broken(test);
        }

        if (test.EarthOhmsNear is < LeakOhms || test.EarthOhmsFar is < LeakOhms)
        {
            return Earthed(test, wire);
        }

        // A coil at the end is most of a loop: far less than it is a touch before it.
        return test.LoopOhms is not { } ohms ? new WireFault(WireFaultKind.Unknown, null, null, false)
            : test.LoadOhms > 0 && ohms < ShortPart * loop ? Touching(test, wire, ohms)
            : ohms > Math.Max(WeakPart * loop, loop + WeakOhms) ? new WireFault(WireFaultKind.Weak, null, ohms - loop, false)
            : new WireFault(WireFaultKind.None, null, null, false);
    }

    /// <summary>Broken: the capacitance of each side goes with its length.</summary>
    private static WireFault Broken(WireTest test)
    {
        if (test is not { NanofaradsNear: { } near, NanofaradsFar: { } far } || near + far <= 0)
        {
            return new WireFault(WireFaultKind.Open, null, null, true);
        }

        var part = near / (near + far);
        var sigma = test.LengthMetres * Math.Sqrt((2 * Square(part * (1 - part) * Math.Max(test.MeterPart, 0.02))) + Square(part * LengthPart));
        return new WireFault(WireFaultKind.Open, Placed(part * test.LengthMetres, sigma, test.LengthMetres), null, false);
    }

    /// <summary>Earthed: what is measured from each end is the wire up to the touch and the touch itself; their difference leaves the touch out.</summary>
    private static WireFault Earthed(WireTest test, double wire)
    {
        if (test is not { EarthOhmsNear: { } near, EarthOhmsFar: { } far } || near > LeakOhms || far > LeakOhms)
        {
            return new WireFault(WireFaultKind.Earth, null, test.EarthOhmsNear ?? test.EarthOhmsFar, true);
        }

        var along = test.LengthMetres * (near - far + wire) / (2 * wire);
        var sigma = test.LengthMetres / (2 * wire) * Math.Sqrt(Square(test.MeterPart * near) + Square(test.MeterPart * far) + (2 * Square(LeadOhms)));
        return new WireFault(WireFaultKind.Earth, Placed(along, Math.Sqrt(Square(sigma) + Square(LengthPart * along)), test.LengthMetres), Math.Max(0, (near + far - wire) / 2), false);
    }

    /// <summary>Touching its return: from each end the loop up to the touch.</summary>
    private static WireFault Touching(WireTest test, double wire, double near)
    {
        if (test.FarLoopOhms is not { } far || far > OpenOhms)
        {
            // From one end the touch can be nowhere farther than a touch without resistance would be.
            var farthest = Math.Min(test.LengthMetres, near / (2 * wire) * test.LengthMetres);
            return new WireFault(WireFaultKind.Short, new Estimate(farthest, 0, Math.Min(test.LengthMetres, farthest * (1 + LengthPart))), null, true);
        }

        var along = test.LengthMetres * (near - far + (2 * wire)) / (4 * wire);
        var sigma = test.LengthMetres / (4 * wire) * Math.Sqrt(Square(test.MeterPart * near) + Square(test.MeterPart * far) + (2 * Square(LeadOhms)));
        return new WireFault(WireFaultKind.Short, Placed(along, Math.Sqrt(Square(sigma) + Square(LengthPart * along)), test.LengthMetres), Math.Max(0, (near + far - (2 * wire)) / 2), false);
    }

    private static Estimate Placed(double along, double sigma, double length) =>
        Estimate.Symmetric(Math.Clamp(along, 0, length), NinetyFive * sigma).Within(0, length);

    private static double Square(double x) => x * x;
}
