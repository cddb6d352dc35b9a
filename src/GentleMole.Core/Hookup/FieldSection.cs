using GentleMole.Core.Network;
using GentleMole.Core.Site;

namespace GentleMole.Core.Hookup;

/// <summary>Field over the ground along a cut.</summary>
/// <param name="PeakNanotesla">Size of the component along the cut: what a peak antenna shows with the blade across.</param>
/// <param name="NullNanotesla">Size of the vertical component.</param>
public sealed record FieldSection(
    IReadOnlyList<double> AlongMetres, IReadOnlyList<double> PeakNanotesla, IReadOnlyList<double> NullNanotesla, IReadOnlyList<CutLine> Lines)
{
    private const int Samples = 161;

    /// <summary>The field at the receiver's tip along a straight cut.</summary>
    /// <param name="inPhaseWith">Line that gives the sign of the others' currents.</param>
    public static FieldSection Along(SolvedNetwork solved, SupposedGround ground, SitePoint from, SitePoint to, string inPhaseWith)
    {
        var cut = new Run([from, to]);
        var across = (to - from).Unit();
        var field = solved.Field();
        var (along, peak, silent) = (new double[Samples], new double[Samples], new double[Samples]);
        for (var i = 0; i < Samples; i++)
        {
            along[i] = cut.Length * i / (Samples - 1);
            var place = cut.At(along[i]);
            var here = field.At(new Vector3(place.East, place.North, HookupPrediction.Tip.Metres));
            peak[i] = 1e9 * here.SizeAlong(across.Raised(0));
            silent[i] = 1e9 * here.SizeAlong(new Vector3(0, 0, 1));
        }

        var lines = new List<CutLine>();
        var reference = ground.Line(inPhaseWith);
        foreach (var line in ground.Metallic)
        {
            foreach (var crossing in cut.CrossingsWith(line.Run))
            {
                var amperes = solved.CurrentAt(line.Id, SupposedGround.Before(line) + crossing.OtherChainageMetres);
                var sign = reference is null || reference.Id == line.Id ? 1 : SameWay(solved, reference, line, crossing.Point, amperes);
                lines.Add(new CutLine(line.Id, crossing.ChainageMetres, line.Depth, sign * amperes.Magnitude * 1000));
            }
        }

        return new FieldSection(along, peak, silent, lines);
    }

    /// <summary>+1 when a current runs the way that the reference line's does nearby, −1 against it.</summary>
    private static int SameWay(SolvedNetwork solved, SupposedLine reference, SupposedLine line, SitePoint place, System.Numerics.Complex amperes)
    {
        var station = reference.Run.Project(place);
        var own = solved.CurrentAt(reference.Id, SupposedGround.Before(reference) + station.ChainageMetres);
        var turned = reference.Run.DirectionAt(station.ChainageMetres).Dot(line.Run.DirectionAt(line.Run.Project(place).ChainageMetres));
        return (amperes * System.Numerics.Complex.Conjugate(own)).Real * turned < 0 ? -1 : 1;
    }
}
