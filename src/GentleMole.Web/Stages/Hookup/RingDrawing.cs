using System.Globalization;
using GentleMole.Core.Hookup;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;

namespace GentleMole.Web.Stages;

/// <summary>The ring of responses expected on a circle round the hookup.</summary>
internal sealed class RingDrawing
{
    private const double Rim = 40;

    public RingDrawing(ArcExpected ring, SupposedGround ground, IReadOnlyList<ArcMatch> compared, int height)
    {
        (Ring, Compared, Size, Ground) = (ring, compared, height, ground);
        Radius = (height / 2.0) - Rim;
        var most = ring.Responses.Where(r => !r.OfStake).Select(r => r.Nanotesla).DefaultIfEmpty(ring.AroundNanotesla.Max()).Max();
        Around = string.Join(' ', Enumerable.Range(0, 360).Select(b =>
        {
            var out_ = SitePoint.FromAzimuth(b) * (Radius * (0.45 + (0.55 * Math.Sqrt(Math.Min(1, ring.AroundNanotesla[b] / Math.Max(most, 1e-15))))));
            return $"{SignalChart.N(Middle + out_.East)},{SignalChart.N(Middle - out_.North)}";
        }));
    }

    public ArcExpected Ring { get; }

    public IReadOnlyList<ArcMatch> Compared { get; }

    public SupposedGround Ground { get; }

    public int Size { get; }

    public double Middle => Size / 2.0;

    public double Radius { get; }

    public string Around { get; }

    /// <summary>A place on the drawing at a bearing, as a part of the rim's radius.</summary>
    public (double X, double Y) At(double bearing, double part)
    {
        var out_ = SitePoint.FromAzimuth(bearing) * (Radius * part);
        return (Middle + out_.East, Middle - out_.North);
    }

    public SupposedLine? LineOf(ArcResponse response) => response.Line is { } id ? Ground.Line(id) : null;
}
