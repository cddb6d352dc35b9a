using System.Globalization;
using System.Text.RegularExpressions;

namespace GentleMole.Exchange.Drawings;

/// <summary>
/// A coordinate system of a country or region with the shift of its datum to WGS84. The figures are those of the EPSG
/// dataset; a national grid laid without its shift lies 60 to 340 m off and looks right.
/// </summary>
/// <param name="AccuracyMetres">How well the shift fits, by the dataset.</param>
/// <param name="Operation">EPSG number of the shift; 0 where none is needed.</param>
/// <param name="Shift">Three translations (m), three rotations (arc seconds, position vector), scale (ppm).</param>
/// <param name="DatumNames">Names under which files call its datum, in small letters and digits.</param>
/// <param name="Definition">WKT 1 without a shift.</param>
internal sealed record KnownSystem(
    int Epsg, double AccuracyMetres, int Operation, IReadOnlyList<double> Shift, IReadOnlyList<string> DatumNames, string Definition)
{
    public string Name => Definition.Split('"', 3)[1];

    public bool IsShifted => Shift.Any(s => s != 0);

    /// <summary>The definition with its shift, as WKT 1 writes it.</summary>
    public string WithShift => Wkt.WithShift(Definition, Shift);
}
