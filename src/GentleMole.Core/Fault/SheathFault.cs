namespace GentleMole.Core.Fault;

/// <summary>A place where current leaves a sheath.</summary>
/// <param name="Along">Along the cable, metres.</param>
/// <param name="Depth">Ground to the leak, metres.</param>
/// <param name="Level">The greatest reading that it alone would give.</param>
/// <param name="Grade">Against the reference; null where none was read.</param>
public sealed record SheathFault(Estimate Along, Estimate Depth, double Level, FaultGrade? Grade)
{
    /// <summary>By how much its level lies below a reference, dB.</summary>
    public double BelowDecibels(double reference) => 20 * Math.Log10(reference / Level);
}
