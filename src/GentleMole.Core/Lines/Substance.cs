using System.Text.RegularExpressions;

namespace GentleMole.Core.Lines;

/// <summary>What a line, or a fitting on it, can be made of, as far as it matters for finding it.</summary>
public enum Substance
{
    Plastic,
    Clay,
    Concrete,
    AsbestosCement,

    /// <summary>Cast, ductile or spun.</summary>
    Iron,
    Steel,
    Copper,
    Lead,
    Aluminium,
    Brass,

    /// <summary>Armour of a cable: steel round it.</summary>
    Armour,
}
