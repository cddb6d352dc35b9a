using GentleMole.Core;
using GentleMole.Core.Marking;
using GentleMole.Core.Paint;
using GentleMole.Exchange.Scenes;
using static GentleMole.Exchange.Scenes.SymbolPart;

namespace GentleMole.Web.Drawing;

/// <summary>The symbols of the drawings. Status is told by shape: disc, triangle, crossed square.</summary>
internal static class Symbols
{
    public static readonly SceneSymbol LetterDisc = new("letter", Disc(Looks.Thin, 8.5));
    public static readonly SceneSymbol LooseDot = new("loose", Disc(Looks.Thin, 4));
    public static readonly SceneSymbol Spot = new("spot", Box(Looks.Thin, -5, -5, 10, 10));
    public static readonly SceneSymbol TapeZero = new("tape-zero", Disc(Looks.Solid, 3));
    public static readonly SceneSymbol Was = new("was", Line(Looks.Cross, (-5, -5), (5, 5)), Line(Looks.Cross, (5, -5), (-5, 5)));
    public static readonly SceneSymbol Corner = new("corner", Box(Looks.Thin, -6, -6, 12, 12), Line(Looks.Cross, (-6, 6), (6, 6)), Line(Looks.Cross, (6, 6), (6, -6)));
    public static readonly SceneSymbol StandsOff = new("stands-off", Disc(Looks.Ring, 11), Line(Looks.Ring, (-7.8, 7.8), (7.8, -7.8)));
    public static readonly SceneSymbol Question = new("question", Area(Looks.Velvet, (-9, 0), (0, -9), (9, 0), (0, 9)));
    public static readonly SceneSymbol Response = new("response", Area(Looks.Solid, (-4.5, 0), (0, -4.5), (4.5, 0), (0, 4.5)));
    public static readonly SceneSymbol ResponseAlone = new("response-alone", Area(Looks.Thin, (-4.5, 0), (0, -4.5), (4.5, 0), (0, 4.5)));
    public static readonly SceneSymbol DugUp = new("dug-up", Box(Looks.Thin, -7.5, -7.5, 15, 15), Disc(Looks.Solid, 3));
    public static readonly SceneSymbol Hit = new("hit", Box(Looks.White, -6, -6, 12, 12), Line(Looks.Cross, (-6, -6), (6, 6)), Line(Looks.Cross, (6, -6), (-6, 6)));
    public static readonly SceneSymbol Tag = new("tag", Box(Looks.Thin, -12, -9, 24, 18));
    public static readonly SceneSymbol PaintedTag = new("tag-painted", Box(Looks.Thin, -12, -9, 24, 18), Box(Looks.Painted, -12, 6, 24, 4));
    public static readonly SceneSymbol ChosenTag = new("tag-chosen", Box(Looks.Ring, -16, -13, 32, 27));
    public static readonly SceneSymbol Stake = new("stake", Area(Looks.Solid, (-7, -8), (7, -8), (0, 6)));
    public static readonly SceneSymbol Connection = new(
        "connection", Box(Looks.Solid, -9, -9, 18, 18), Line(Looks.WhiteStroke, (-5, 0), (5, 0)), Line(Looks.WhiteStroke, (0, -5), (0, 5)));

    public static readonly SceneSymbol Clamp = new("clamp", Disc(Looks.Clamp, 9));
    public static readonly SceneSymbol Coil = new("coil", Box(Looks.Coil, -11, -8, 22, 16), Line(Looks.Coil, (-6, 0), (6, 0)));
    public static readonly SceneSymbol Tick = new("tick", Line(Looks.Tick, (-6, 5), (0, -5), (6, 5)));
    public static readonly SceneSymbol Chosen = new("chosen", Disc(Looks.Ring, 14));
    public static readonly SceneSymbol ReadPeak = new("read-peak", Disc(Looks.Read, 4));
    public static readonly SceneSymbol ReadNull = new("read-null", Line(Looks.ReadNull, (-4, -4), (4, 4)), Line(Looks.ReadNull, (4, -4), (-4, 4)));
    public static readonly SceneSymbol Conductor = new("conductor", Disc(Looks.Read, 9));
    public static readonly SceneSymbol ConductorBack = new("conductor-back", Disc(Looks.Thin, 9));

    /// <summary>A line in section, with its letter on it.</summary>
    public static readonly SceneSymbol Crossing = new("crossing", Disc(Looks.Painted, 9));

    /// <summary>A line in section that nobody has measured.</summary>
    public static readonly SceneSymbol CrossingByPlan = new("crossing-plan", Disc(Looks.Thin with { Dash = "3 2" }, 9));

    public static readonly SceneSymbol MeasuredDot = new("measured", Disc(Looks.Painted, 5.5));

    private static readonly SceneSymbol[] Accepted = [.. Enum.GetValues<Verdict>().Select(v => Drawn(v, Looks.Painted, ""))];
    private static readonly SceneSymbol[] Taken = [.. Enum.GetValues<Verdict>().Select(v => Drawn(v, Looks.Hollow, "-taken"))];

    /// <summary>A dot by its verdict; filled once it is accepted.</summary>
    public static SceneSymbol Dot(Verdict verdict, bool isAccepted) => (isAccepted ? Accepted : Taken)[(int)verdict];

    public static SceneSymbol Mark(OutlineMarkKind kind) => kind switch
    {
        OutlineMarkKind.Dash => new("mark-dash", Box(Looks.White, -2.5, -7, 5, 14)),
        OutlineMarkKind.KerbMark => new(
            "mark-kerb", Area(Looks.White, (-2.5, -8), (2.5, -8), (2.5, -2.5), (7, -2.5), (7, 2.5), (2.5, 2.5), (2.5, 8), (-2.5, 8), (-2.5, 2.5), (-7, 2.5), (-7, -2.5), (-2.5, -2.5))),
        OutlineMarkKind.Arrow => new("mark-arrow", Area(Looks.White, (0, -9), (5, 0), (2, 0), (2, 8), (-2, 8), (-2, 0), (-5, 0))),
        OutlineMarkKind.Dot => new("mark-dot", Disc(Looks.White, 4)),
        OutlineMarkKind.CentreStake => new("mark-centre", Area(Looks.White, (-7, -7), (7, -7), (0, 8))),
        OutlineMarkKind.Flag or OutlineMarkKind.Stake => new("mark-flag", Area(Looks.White, (-1, 7), (-1, -8), (9, -8), (6, -4.5), (9, -1), (1, -1), (1, 7))),
    };

    /// <summary>What is put on the ground; up is the way of its stroke.</summary>
    public static SceneSymbol Painted(PaintMarkKind kind) => kind switch
    {
        PaintMarkKind.Tick => new("paint-tick", Line(Looks.PaintSign, (0, -6.5), (0, 6.5)), Disc(Looks.Painted, 2.8)),
        PaintMarkKind.End => new("paint-end", Line(Looks.PaintSign, (-9, 0), (9, 0))),
        PaintMarkKind.GoesOn => new("paint-on", Line(Looks.PaintSign, (0, 0), (0, -14)), Line(Looks.PaintSign, (-5, -8), (0, -14), (5, -8))),
        PaintMarkKind.Tee => new("paint-tee", Line(Looks.PaintSign, (0, 0), (0, -13))),
        PaintMarkKind.Query or PaintMarkKind.TeeNotFollowed => Question,
        PaintMarkKind.Stake => new("paint-stake", Area(Looks.Painted, (-7, -9), (7, -9), (0, 6))),
        PaintMarkKind.OffsetStake => new("paint-offset", Area(Looks.Painted, (-7, -9), (7, -9), (0, 6)), Line(Looks.PaintSign, (-7, -13), (7, -13))),
        PaintMarkKind.Dash or PaintMarkKind.Label or PaintMarkKind.Bend => throw new ArgumentOutOfRangeException(nameof(kind), kind, "It is a stroke or words."),
    };

    private static SceneSymbol Drawn(Verdict verdict, Look look, string state)
    {
        var name = $"dot-{verdict.ToString().ToLowerInvariant()}{state}";
        return verdict switch
        {
            Verdict.Sound => new(name, Disc(look, 5.5), Disc(Looks.Rim, state.Length > 0 ? 7.2 : 5.5)),
            Verdict.Caution => new(name, Area(look, (0, -7.5), (7.5, 6), (-7.5, 6)), Area(Looks.Rim, (0, -9.5), (9.5, 7.5), (-9.5, 7.5))),
            Verdict.Reject => new(
                name, Box(look, -6, -6, 12, 12), Line(Looks.Rim, (-6, -6), (6, 6)), Line(Looks.Rim, (6, -6), (-6, 6)), Box(Looks.Rim, -7.5, -7.5, 15, 15)),
        };
    }
}
