using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>The ring of responses expected on a circle round the hookup, and what was found on it.</summary>
internal sealed class RingDrawing
{
    private const double Rim = 40;
    private const double Inner = 0.45;
    private static readonly Look RimLook = new("ring-rim", Tint.Soil4, 1.4);
    private static readonly Look InnerLook = new("ring-inner", Tint.Soil2, 1);
    private static readonly Look AroundLook = new("ring-around", Tint.Ink, 2, Tint.Soil2) { FillOpacity = 0.75 };
    private static readonly Look FoundLook = new("ring-found", Tint.Ink, 3) { RoundEnds = true };
    private static readonly Look StrangeLook = new("ring-strange", Tint.Ink, 3) { Dash = "4 5", RoundEnds = true };
    private static readonly SceneSymbol HookupSymbol = new("ring-hookup", SymbolPart.Box(Looks.Solid, -7, -7, 14, 14));
    private static readonly SceneSymbol LineSymbol = new("ring-line", SymbolPart.Disc(Looks.Painted, 11));
    private static readonly SceneSymbol OtherSymbol = new("ring-other", SymbolPart.Disc(Looks.Thin, 11));

    public RingDrawing(ArcExpected ring, SupposedGround ground, IReadOnlyList<ArcMatch> compared, int height)
    {
        (Ring, Compared, Size, Ground) = (ring, compared, height, ground);
        Radius = (height / 2.0) - Rim;
        var most = ring.Responses.Where(r => !r.OfStake).Select(r => r.Nanotesla).DefaultIfEmpty(ring.AroundNanotesla.Max()).Max();
        Around = [.. Enumerable.Range(0, 360).Select(b => At(Azimuth.Of(b), Inner + ((1 - Inner) * Math.Sqrt(Math.Min(1, ring.AroundNanotesla[b] / Math.Max(most, 1e-15))))))];
        Scene = new Scene(SceneFrame.Chart(height, height), "Expected responses round the hookup", [new("ring", [.. Shapes()])], []);
    }

    public ArcExpected Ring { get; }

    public IReadOnlyList<ArcMatch> Compared { get; }

    public SupposedGround Ground { get; }

    public Scene Scene { get; }

    public int Size { get; }

    public double Middle => Size / 2.0;

    public double Radius { get; }

    /// <summary>How strong it is all round, a point a degree.</summary>
    public IReadOnlyList<ScenePoint> Around { get; }

    /// <summary>A place on the drawing at a bearing, as a part of the rim's radius.</summary>
    public ScenePoint At(Azimuth bearing, double part)
    {
        var out_ = bearing.Direction * (Radius * part);
        return new(Middle + out_.East, Middle - out_.North);
    }

    public SupposedLine? LineOf(ArcResponse response) => response.Line is { } id ? Ground.Line(id) : null;

    private IEnumerable<SceneShape> Shapes()
    {
        ScenePoint middle = new(Middle, Middle);
        yield return new SceneRound(RimLook, middle, Radius);
        yield return new SceneRound(InnerLook, middle, Radius * Inner);
        yield return new ScenePath(AroundLook, Around, IsArea: true);
        yield return new ScenePath(Looks.Question, [new(Middle, Middle - Radius - 4), new(Middle, Middle - Radius + 8)]);
        yield return new SceneText(Looks.Letter, new(Middle, Middle - Radius), "N", 0, -16, 0);
        yield return new SceneMark(HookupSymbol, middle);
        foreach (var found in Compared.Where(m => m.Found is not null))
        {
            yield return new ScenePath(found.Expected is null ? StrangeLook : FoundLook, [At(found.Found!.Value, 0.78), At(found.Found.Value, 1.16)]);
        }

        foreach (var response in Ring.Responses)
        {
            var line = LineOf(response);
            yield return new SceneMark(line is null ? OtherSymbol : LineSymbol, At(response.Bearing, 1))
            {
                Paint = line?.Kind, LetterLook = line is null ? Looks.Letter : Looks.LetterOnPaint,
                Letter = line is null ? response.OfStake ? "▾" : "?" : Utilities.Letter(line.Kind),
            };
        }
    }
}
