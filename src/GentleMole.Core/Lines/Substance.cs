using System.Text.RegularExpressions;

namespace GentleMole.Core.Lines;

/// <summary>What a line, or a fitting on it, can be made of, as far as it matters for finding it.</summary>
public enum Substance
{
    /// <summary>Any plastic.</summary>
    Plastic,

    /// <summary>Clay.</summary>
    Clay,

    /// <summary>Concrete.</summary>
    Concrete,

    /// <summary>Asbestos cement: not to be cut.</summary>
    AsbestosCement,

    /// <summary>Cast, ductile or spun.</summary>
    Iron,

    /// <summary>Steel.</summary>
    Steel,

    /// <summary>Copper.</summary>
    Copper,

    /// <summary>Lead.</summary>
    Lead,

    /// <summary>Aluminium.</summary>
    Aluminium,

    /// <summary>Brass.</summary>
    Brass,

    /// <summary>Armour of a cable: steel round it.</summary>
    Armour,
}
