namespace GentleMole.Core.Fault;

/// <summary>What frame readings along a cable say.</summary>
/// <param name="Faults">In the order of the cable.</param>
/// <param name="Misfit">How much the readings scatter round them, as a part of what was supposed; 1 is as supposed.</param>
/// <param name="Fitted">What the frame would read over these faults, at the readings in the order asked.</param>
public sealed record FaultFinding(IReadOnlyList<SheathFault> Faults, double Misfit, IReadOnlyList<double> Fitted)
{
    /// <summary>The readings scatter more than prongs do: a service that crosses, asphalt, or a foreign current.</summary>
    public bool IsPoor => Misfit > PoorMisfit;

    private const double PoorMisfit = 2.5;
}
