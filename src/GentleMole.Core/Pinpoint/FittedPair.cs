using GentleMole.Core.Fields;
using GentleMole.Core.Lines;

namespace GentleMole.Core.Pinpoint;

/// <summary>Two lines fitted to a row: that with the greater current, and its neighbour.</summary>
/// <param name="OffsetMetres">Of the line, across.</param>
/// <param name="Amplitude">Of the line, μ0I/2π in unit·metre: response times distance straight above it.</param>
/// <param name="NeighbourOffsetMetres">Of the neighbour, across.</param>
/// <param name="CurrentRatio">The neighbour's current as a signed part of the line's, within ±1.</param>
/// <param name="Fit">How well the row agrees.</param>
public sealed record FittedPair(
    double OffsetMetres, Depth Depth, double Amplitude, double NeighbourOffsetMetres, Depth NeighbourDepth, double CurrentRatio, ModelFit Fit)
{
    /// <summary>Horizontal and vertical response of both (signed, unit of the readings) at an offset and sensor height.</summary>
    public CrossField ResponseAt(double offsetMetres, double heightMetres)
    {
        var (horizontal, vertical) = RowLikelihood.Response(
            [OffsetMetres, Math.Log(Depth.Metres), Math.Log(Amplitude), NeighbourOffsetMetres - OffsetMetres, Math.Log(NeighbourDepth.Metres), CurrentRatio], offsetMetres, heightMetres);
        return new CrossField(horizontal, vertical);
    }
}
