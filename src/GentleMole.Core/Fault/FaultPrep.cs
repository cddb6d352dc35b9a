namespace GentleMole.Core.Fault;

/// <summary>What must be done and known before a signal goes on a sheath, in this order.</summary>
/// <param name="NearLifted">Earth lifted at the near end, by somebody who may.</param>
/// <param name="FarLifted">At the far end.</param>
/// <param name="ForeignVolts">Voltage between sheath and earth with nothing connected.</param>
/// <param name="SheathOhms">Resistance of the sheath to earth.</param>
/// <param name="StakeMetres">How far behind the end the stake stands, in line with the cable; null before it is set.</param>
/// <param name="ReferenceLevel">What the frame showed beside the stake.</param>
public sealed record FaultPrep(bool NearLifted, bool FarLifted, double? ForeignVolts, double? SheathOhms, double? StakeMetres, double? ReferenceLevel)
{
    /// <summary>Above this nothing is touched: something feeds the sheath.</summary>
    public const double DangerVolts = 50;

    /// <summary>Above this a foreign current is in the way of resistance and walk.</summary>
    public const double DisturbingVolts = 2;

    /// <summary>Nearer than this the stake's own field is walked through.</summary>
    public const double LeastStakeMetres = 5;

    /// <summary>What is next; ready when nothing is left.</summary>
    public FaultPrepStep Next =>
        !NearLifted ? FaultPrepStep.LiftNear
        : !FarLifted ? FaultPrepStep.LiftFar
        : ForeignVolts is not { } volts ? FaultPrepStep.ForeignVoltage
        : volts > DangerVolts ? FaultPrepStep.Stop
        : SheathOhms is not { } ohms ? FaultPrepStep.Resistance
        : FaultRules.ClassOf(ohms) == SheathClass.None ? FaultPrepStep.NothingToFind
        : StakeMetres is null ? FaultPrepStep.Stake
        : ReferenceLevel is null ? FaultPrepStep.Reference
        : FaultPrepStep.Ready;

    /// <summary>Voltage that is no danger by itself and yet disturbs.</summary>
    public bool IsDisturbed => ForeignVolts is > DisturbingVolts and <= DangerVolts;

    /// <summary>The stake stands too near.</summary>
    public bool IsStakeNear => StakeMetres < LeastStakeMetres;
}
