namespace GentleMole.Core.Network;

/// <summary>The end of a line.</summary>
/// <param name="Ohms">Resistance to remote earth when earthed.</param>
public sealed record LineEnd(EndKind Kind, double Ohms = 0)
{
    public static LineEnd Open { get; } = new(EndKind.Open);

    public static LineEnd Earthed(double ohms) => new(EndKind.Earthed, ohms);
}
