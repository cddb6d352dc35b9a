namespace GentleMole.Core.Marking;

/// <summary>The strip in which nobody digs with a machine.</summary>
public static class ToleranceZone
{
    /// <summary>Half-width from the middle of the mark: half the utility's width plus the tolerance.</summary>
    public static double HalfWidth(double outsideDiameterMetres, double toleranceMetres) =>
        (outsideDiameterMetres / 2) + toleranceMetres;
}
