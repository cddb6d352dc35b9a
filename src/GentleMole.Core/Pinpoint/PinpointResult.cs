using GentleMole.Core.Fields;
using GentleMole.Core.Marking;

namespace GentleMole.Core.Pinpoint;

/// <summary>What a row of readings across a line says.</summary>
/// <param name="Model">What describes it best by Akaike's criterion; the intervals are averaged over both.</param>
/// <param name="Line">The best single line.</param>
/// <param name="Pair">The best two lines; null when no two have a shape that the row fixes.</param>
/// <param name="ChanceOfTwo">That the row was taken over two lines.</param>
/// <param name="Misfit">Of the model that describes it best.</param>
/// <param name="Position">Where the conductor is, across, metres, 95 %.</param>
/// <param name="Depth">Ground to centre, metres, 95 %.</param>
/// <param name="Doubt">Chance that the line is further from <paramref name="Position"/> than <see cref="Pinpointing.SureWithinMetres"/>.</param>
/// <param name="CurrentMilliamps">Null when the size of a unit is not known.</param>
/// <param name="PeakOffsetMetres">Crest of the peak response; null when the row does not hold it.</param>
/// <param name="NullOffsetMetres">Zero of the null response; null when not taken or not in the row.</param>
public sealed record PinpointResult(
    RowModel Model,
    FittedLine Line,
    FittedPair? Pair,
    double ChanceOfTwo,
    ModelFit Misfit,
    Estimate Position,
    Estimate Depth,
    double Doubt,
    double? CurrentMilliamps,
    double? PeakOffsetMetres,
    double? NullOffsetMetres,
    IReadOnlyList<SchoolMark> Marks,
    Verdict Verdict,
    IReadOnlyList<Reason> Reasons)
{
    /// <summary>Chance that the line lies between two places across.</summary>
    public required Func<double, double, double> ChanceWithin { get; init; }

    /// <summary>Middle of the two shoulders of the peak response, a place of its own; null when the row does not hold both.</summary>
    public double? ShouldersOffsetMetres { get; init; }

    /// <summary>Readings that would narrow the place most, the best first; empty where it is sure or none would help.</summary>
    public IReadOnlyList<NextReading> Next { get; init; } = [];

    /// <summary>The neighbour, where two lines describe the row best.</summary>
    public FittedPair? Neighbour => Model == RowModel.Pair ? Pair : null;

    /// <summary>True when the model explains the row to within its noise.</summary>
    public bool IsExplained => Misfit.MisfitDeviates <= Pinpointing.MisfitDeviates;

    /// <summary>What all readings of the row share beside the lines, unit of the readings.</summary>
    public CrossField Background { get; init; }

    /// <summary>Horizontal and vertical response of the model (signed, unit of the readings) at an offset and sensor height.</summary>
    public CrossField ResponseAt(double offsetMetres, double heightMetres)
    {
        var lines = Neighbour is { } pair ? pair.ResponseAt(offsetMetres, heightMetres) : Line.ResponseAt(offsetMetres, heightMetres);
        return new CrossField(lines.HorizontalTesla + Background.HorizontalTesla, lines.VerticalTesla + Background.VerticalTesla);
    }
}
