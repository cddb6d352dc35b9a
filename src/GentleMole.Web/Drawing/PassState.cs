namespace GentleMole.Web.Drawing;

/// <summary>How far a pass is.</summary>
internal enum PassState
{
    /// <summary>To be walked.</summary>
    Open,

    /// <summary>Walked next.</summary>
    Next,

    /// <summary>Walked.</summary>
    Walked,
}
