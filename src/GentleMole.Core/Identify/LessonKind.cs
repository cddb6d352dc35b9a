namespace GentleMole.Core.Identify;

/// <summary>What dots may teach of the ground.</summary>
public enum LessonKind
{
    /// <summary>Soil of another resistivity: Ω·m.</summary>
    Soil,

    /// <summary>An end believed earthed is open.</summary>
    EndIsOpen,

    /// <summary>An end believed open is earthed: ohms.</summary>
    EndIsEarthed,

    /// <summary>An end has another earth: ohms.</summary>
    EndOhms,

    /// <summary>Metal between two lines that nobody drew: ohms.</summary>
    Bond,

    /// <summary>A line that nobody drew: metres right of the target.</summary>
    UnknownLine,

    /// <summary>The clip is on another line.</summary>
    WrongClip,
}
