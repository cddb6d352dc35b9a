namespace GentleMole.Core.Lines;

/// <summary>Coatings that have a usual value.</summary>
public enum CoatingKind
{
    /// <summary>None: the metal lies in the ground.</summary>
    Bare = 0,

    /// <summary>Plastic.</summary>
    Polyethylene = 1,

    /// <summary>Bitumen and hessian.</summary>
    Bitumen = 2,

    /// <summary>Paper in a lead sheath, with jute.</summary>
    PaperLead = 3,
}
