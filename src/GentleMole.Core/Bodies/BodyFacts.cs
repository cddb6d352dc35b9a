using GentleMole.Core.Radar;

namespace GentleMole.Core.Bodies;

/// <summary>What was tested of a body: everything that its kind is told by.</summary>
/// <param name="IsTopSeen">Its top answers; where not, only missing layers tell of it.</param>
/// <param name="IsNormal">Its top has the sign of the direct wave: air or dry fill below. Else metal, water or wet ground.</param>
/// <param name="Size">Of its top's echo, its way allowed for, as a part of the direct wave.</param>
/// <param name="BottomNanoseconds">From its top to an echo below with the other sign; null where there is none.</param>
/// <param name="IsDug">A layer above it is missing over it; null where there is no layer that could be.</param>
/// <param name="HitLines">Lines that go over it.</param>
/// <param name="PassedLines">Lines near it that show nothing of it.</param>
/// <param name="IsOpen">It goes on beyond the walked ground: it is at least so long.</param>
/// <param name="Alike">Other bodies of the same shape that lie the same way.</param>
public sealed record BodyFacts(bool IsTopSeen, bool IsNormal, double Size, double? BottomNanoseconds, bool? IsDug, int HitLines, int PassedLines, bool IsOpen, int Alike = 0)
{
    /// <summary>Relative permittivity of air.</summary>
    public const double Air = 1;

    /// <summary>Relative permittivity of fresh water.</summary>
    public const double Water = 81;

    /// <summary>Top to bottom, metres, if it were filled with something; null where no bottom answers.</summary>
    /// <param name="permittivity">Relative, of what fills it.</param>
    public double? HeightIn(double permittivity) => BottomNanoseconds * RadarWave.VelocityOf(permittivity) / 2;

    /// <summary>Others make a pattern, and it lies across that.</summary>
    public bool IsAcrossPattern { get; init; }
}
