namespace GentleMole.Core.Marking;

/// <summary>How good the evidence for a stretch is.</summary>
public enum QualityLevel
{
    /// <summary>Exposed and measured.</summary>
    A,

    /// <summary>Found by field geophysics: position and depth measured.</summary>
    B,

    /// <summary>Surface features surveyed and tied to records.</summary>
    C,

    /// <summary>Records only.</summary>
    D,
}
