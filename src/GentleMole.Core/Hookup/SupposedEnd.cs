using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>An end of a line on the sheet.</summary>
public sealed record SupposedEnd(EndSupposed Kind, double Ohms = SupposedEnd.UsualOhms)
{
    /// <summary>A usual earth of a house, a pedestal, a cabinet.</summary>
    public const double UsualOhms = 20;

    /// <summary>Earth that a line which goes on finds beyond the sheet: the next joint, house or cabinet that nobody has drawn.</summary>
    public const double UsualBeyondOhms = 100;

    /// <summary>Earth that the line finds beyond the sheet if it goes on; infinite when it finds none.</summary>
    public double BeyondOhms { get; init; } = UsualBeyondOhms;

    /// <summary>The line goes on beyond the sheet.</summary>
    public static SupposedEnd GoesOn { get; } = new(EndSupposed.GoesOn);

    /// <summary>
    /// What an end most likely is, from what stands within <see cref="NearMetres"/> of it: cables end earthed in cabinets,
    /// poles and meters; gas ends insulated at its meter or riser; water is bonded to the house's earth.
    /// </summary>
    public static SupposedEnd Likely(UtilityKind kind, FeatureKind? standsThere) => (kind, standsThere) switch
    {
        (UtilityKind.Electric or UtilityKind.Communications, FeatureKind.Cabinet or FeatureKind.Pole or FeatureKind.Meter or FeatureKind.Riser or FeatureKind.Light) => new(EndSupposed.Earthed),
        (UtilityKind.Gas, FeatureKind.Meter or FeatureKind.Riser or FeatureKind.Valve or FeatureKind.Box) => new(EndSupposed.Open),
        (UtilityKind.Water, FeatureKind.Meter or FeatureKind.Riser) => new(EndSupposed.Earthed),
        _ => GoesOn,
    };

    /// <summary>What stands this near to an end stands at it.</summary>
    public const double NearMetres = 2;
}
