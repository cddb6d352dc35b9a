namespace GentleMole.Core.Sonde;

/// <summary>What can be asked about a sonde: one rule for pages and API.</summary>
public static class SondeRules
{
    /// <summary>Places along the run or the tape, metres.</summary>
    public static readonly Bounds Along = new(-1e5, 1e5);

    /// <summary>Height of the receiver above ground, metres.</summary>
    public static readonly Bounds Height = new(0, 5);

    /// <summary>Depths that a receiver shows, metres below its tip.</summary>
    public static readonly Bounds Shown = new(0.05, 30);

    /// <summary>Levels, in any one linear unit.</summary>
    public static readonly Bounds Level = new(0, 1e9);

    /// <summary>Parts that a reading may scatter by.</summary>
    public static readonly Bounds Noise = new(0.001, 0.5);

    /// <summary>From null to null, metres: what lies outside is no sonde in a pipe.</summary>
    public static readonly Bounds Spacing = new(0.1, 60);

    /// <summary>Readings of a row.</summary>
    public const int FewestReadings = 5;

    /// <summary>Readings of a row.</summary>
    public const int MostReadings = 2000;

    /// <summary>Fixes of a route.</summary>
    public const int MostFixes = 500;

    /// <summary>Cable paid out, metres.</summary>
    public static readonly Bounds Paid = new(0, 5000);

    /// <summary>Places on a site, metres.</summary>
    public static readonly Bounds Places = new(-Site.SiteRules.FarthestMetres, Site.SiteRules.FarthestMetres);

    /// <summary>Depth of a fix, metres.</summary>
    public static readonly Bounds Depth = new(0.01, 50);

    /// <summary>Height of the surface at a fix, metres.</summary>
    public static readonly Bounds Ground = new(-1000, 9000);

    /// <summary>Scatter of a place, metres.</summary>
    public static readonly Bounds PlaceSigma = new(0.005, 5);

    /// <summary>Scatter of a depth, metres.</summary>
    public static readonly Bounds DepthSigma = new(0.002, 2);

    /// <summary>What is wrong with two nulls and a strongest place; empty when they can be used.</summary>
    public static List<FieldError> Check(SondeNulls nulls)
    {
        var errors = new List<FieldError>();
        Along.Refuse(errors, nulls.FrontMetres, "frontNullMetres", "where the null before the sonde was found, in metres along the run");
        Along.Refuse(errors, nulls.RearMetres, "rearNullMetres", "where the null behind the sonde was found, in metres along the run");
        Along.Refuse(errors, nulls.StrongestMetres, "strongestMetres", "where the sonde was heard most, in metres along the run");
        Height.Refuse(errors, nulls.Sensor.Metres, "heightMetres", "the height of the receiver above ground, in metres");
        Shown.Refuse(errors, nulls.ShownMetres, "depthMetres", "the depth that the receiver showed there, in metres below its tip");
        Shown.Refuse(errors, nulls.TurnedMetres, "turnedDepthMetres", "the depth that it showed turned round, in metres below its tip");
        if (errors.Count > 0)
        {
            return errors;
        }

        var spacing = Math.Abs(nulls.FrontMetres - nulls.RearMetres);
        if (!Spacing.Hold(spacing))
        {
            errors.Add(new FieldError("rearNullMetres", spacing < Spacing.Least
                ? "The two nulls lie in one place; they are as far apart as the sonde is deep, and half as much again." : "The two nulls lie farther apart than those of any sonde that can be heard."));
        }
        else if ((nulls.StrongestMetres - nulls.FrontMetres) * (nulls.StrongestMetres - nulls.RearMetres) >= 0)
        {
            errors.Add(new FieldError("strongestMetres", "It must lie between the two nulls. Where it is stronger outside, that is the ghost behind a null, or the sonde stands on end: go by strength."));
        }

        return errors;
    }

    /// <summary>What is wrong with a row of readings; empty when it can be fitted.</summary>
    public static List<FieldError> Check(SondeRow row)
    {
        var errors = new List<FieldError>();
        if (row.Readings.Count is < FewestReadings or > MostReadings)
        {
            errors.Add(new FieldError("readings", row.Readings.Count < FewestReadings
                ? $"There are {row.Readings.Count} readings; at least {FewestReadings} along the pipe are needed." : $"There are {row.Readings.Count} readings; {MostReadings} is the most."));
            return errors;
        }

        for (var i = 0; i < row.Readings.Count; i++)
        {
            Along.Refuse(errors, row.Readings[i].AlongMetres, $"readings[{i}].alongMetres", "where it was read, in metres along the run");
            Height.Refuse(errors, row.Readings[i].Sensor.Metres, $"readings[{i}].heightMetres", "the height of the receiver above ground, in metres");
            Level.Refuse(errors, row.Readings[i].Along, $"readings[{i}].along", "the level of the coil along the pipe");
            Level.Refuse(errors, row.Readings[i].Up, $"readings[{i}].up", "the level of the upright coil");
        }

        Noise.Refuse(errors, row.RelativeNoise, "relativeNoise", "the scatter of a reading as a part of it");
        Level.Refuse(errors, row.NoiseFloor, "noiseFloor", "the noise that is there without a sonde");
        if (errors.Count == 0 && row.Readings.Max(r => r.AlongMetres) - row.Readings.Min(r => r.AlongMetres) < Spacing.Least)
        {
            errors.Add(new FieldError("readings", "All readings lie in one place; walk along the pipe, from before one null to behind the other."));
        }
        else if (errors.Count == 0 && row.Readings.Max(r => r.Along) < LeastLevel)
        {
            errors.Add(new FieldError("readings", "Nothing was heard in any of them."));
        }

        return errors;
    }

    /// <summary>What is wrong with a fix by strength; empty when it can be used.</summary>
    public static List<FieldError> Check(SondeStrength strength)
    {
        var errors = new List<FieldError>();
        Along.Refuse(errors, strength.StrongestMetres, "strongestMetres", "where the sonde was heard most, in metres along the run");
        Level.Refuse(errors, strength.Lower, "strength", "the level there");
        Height.Refuse(errors, strength.LowerSensor.Metres, "heightMetres", "the height of the receiver above ground, in metres");
        Level.Refuse(errors, strength.Upper, "liftedStrength", "the level with the receiver lifted");
        Height.Refuse(errors, strength.UpperSensor.Metres, "liftedHeightMetres", "the height to which it was lifted, in metres above ground");
        if (errors.Count > 0)
        {
            return errors;
        }

        if (strength.UpperSensor.Metres - strength.LowerSensor.Metres < LeastLift)
        {
            errors.Add(new FieldError("liftedHeightMetres", "It must be at least 0.1 m above the first; half a metre and more tells most."));
        }
        else if (!(strength.Lower > strength.Upper * (1 + LeastFall)) || !(strength.Upper > 0))
        {
            errors.Add(new FieldError("liftedStrength", "It must be something, and less than on the ground: lifted, a receiver hears less of what is below it."));
        }

        return errors;
    }

    /// <summary>What is wrong with a route; empty when it can be joined.</summary>
    public static List<FieldError> Check(SondeRouteTask task)
    {
        var errors = new List<FieldError>();
        if (task.Fixes.Count is < 2 or > MostFixes)
        {
            errors.Add(new FieldError("fixes", task.Fixes.Count < 2 ? $"There {(task.Fixes.Count == 1 ? "is 1 fix" : "are no fixes")}; a route needs two at least." : $"There are {task.Fixes.Count} fixes; {MostFixes} is the most."));
            return errors;
        }

        for (var i = 0; i < task.Fixes.Count; i++)
        {
            var fix = task.Fixes[i];
            Paid.Refuse(errors, fix.PaidOutMetres, $"fixes[{i}].paidOutMetres", "how much cable was pushed in, in metres");
            Places.Refuse(errors, fix.Place.East, $"fixes[{i}].eastMetres", "metres east of the origin");
            Places.Refuse(errors, fix.Place.North, $"fixes[{i}].northMetres", "metres north of the origin");
            Depth.Refuse(errors, fix.Depth.Metres, $"fixes[{i}].depthMetres", "the depth of the sonde, in metres");
            Ground.Refuse(errors, fix.GroundMetres, $"fixes[{i}].groundMetres", "the height of the surface there, in metres");
        }

        PlaceSigma.Refuse(errors, task.PlaceSigmaMetres, "positionSigmaMetres", "the scatter of a place, in metres");
        DepthSigma.Refuse(errors, task.DepthSigmaMetres, "depthSigmaMetres", "the scatter of a depth, in metres");
        if (errors.Count == 0 && task.Fixes.Max(f => f.Place.DistanceTo(task.Fixes[0].Place)) < LeastWay)
        {
            errors.Add(new FieldError("fixes", "All fixes lie in one place; push on, 3 to 6 m at a time."));
        }

        return errors;
    }

    private const double LeastLevel = 1e-9;
    private const double LeastLift = 0.1;
    private const double LeastFall = 0.005;
    private const double LeastWay = 0.05;
}
