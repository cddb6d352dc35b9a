namespace GentleMole.Core.Network;

/// <summary>The end of a line.</summary>
/// <param name="Ohms">Resistance to remote earth when earthed.</param>
public sealed record LineEnd(EndKind Kind, double Ohms = 0)
{
    /// <summary>An end at which nothing is.</summary>
    public static LineEnd Open { get; } = new(EndKind.Open);

    /// <summary>An end earthed through a resistance.</summary>
    public static LineEnd Earthed(double ohms) => new(EndKind.Earthed, ohms);
}
