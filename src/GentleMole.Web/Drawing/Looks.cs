using GentleMole.Exchange.Scenes;

namespace GentleMole.Web.Drawing;

/// <summary>How things look on every drawing: one language over plan, section and charts.</summary>
internal static class Looks
{
    public static readonly Look GridLine = new("grid-line", Tint.Soil2, 1) { StrokeOpacity = 0.7 };
    public static readonly Look Outline = new("feature-outline", Tint.Soil3, 1.5, Tint.Soil2) { FillOpacity = 0.5 };
    public static readonly Look FeatureLine = new("feature-line", Tint.Soil3, 1.5);
    public static readonly Look Thin = new("thin", Tint.Ink, 1.4, Tint.Panel);
    public static readonly Look Round = new("lost-round", Tint.Ink, 1.6) { Dash = "3 4" };
    public static readonly Look Moved = new("moved", Tint.Ink, 1.4) { Dash = "2 4" };
    public static readonly Look Cross = new("was", Tint.Ink, 2.2);
    public static readonly Look Question = new("question", Tint.Ink, 2);
    public static readonly Look Dig = new("dig", Tint.Ink, 1.6, Tint.White) { Dash = "9 6", FillOpacity = 0.8 };
    public static readonly Look DigThin = new("dig", Tint.Soil3, 1, Tint.White) { FillOpacity = 0.8 };
    public static readonly Look OutlineRound = new("outline-round", Tint.Ink, 1.6) { Dash = "9 6" };
    public static readonly Look Tape = new("tape", Tint.Ink, 1.2) { Dash = "1 5", RoundEnds = true };
    public static readonly Look Lead = new("lead", Tint.Ink, 1.6);
    public static readonly Look Record = new("record", Tint.Paint, 2) { Dash = "2 6", RoundEnds = true };
    public static readonly Look Suspected = new("suspected", Tint.Paint, 3) { Dash = "2 6", RoundEnds = true };
    public static readonly Look Preview = new("preview", Tint.Paint, 2.2) { Dash = "7 4" };
    public static readonly Look PreviewUnnamed = new("preview", Tint.Soil4, 2.2) { Dash = "7 4" };
    public static readonly Look MarkCase = new("mark-case", Tint.Ink, 6);
    public static readonly Look MarkLine = new("mark-line", Tint.Paint, 4);
    public static readonly Look MarkDoubt = new("mark-doubt", Tint.Paper, 4) { Dash = "5 7" };

    public static readonly Look StrokeCase = new("stroke-case", Tint.Ink, 6.5);
    public static readonly Look Stroke = new("stroke", Tint.Paint, 4.5);
    public static readonly Look NotPainted = new("not-painted", Tint.Soil4, 1.4) { Dash = "1 5", RoundEnds = true };
    public static readonly Look PaintSign = new("paint-sign", Tint.Ink, 2.6) { RoundEnds = true };

    public static readonly Look Bar = new("bar", Tint.Ink, 1.2, Tint.Ink);
    public static readonly Look BarLate = new("bar-late", Tint.Ink, 1.2, Tint.White);
    public static readonly Look BarCross = new("bar-cross", Tint.Ink, 1);
    public static readonly TextLook BarName = new("bar-name", 12, Tint.Ink);
    public static readonly Look Signed = new("signed", Tint.Ink, 1.6) { RoundEnds = true };

    public static readonly Look NoMachine = new("no-machine", Tint.Ink, 1.4, Tint.Ink) { FillOpacity = 0.13, Dash = "2 4" };

    public static readonly Look Painted = new("painted", Tint.Ink, 1.6, Tint.Paint);
    public static readonly Look Hollow = new("hollow", Tint.Paint, 3.2, Tint.Panel);
    public static readonly Look Rim = new("rim", Tint.Ink, 1.2);
    public static readonly Look Ring = new("ring", Tint.Ink, 2.6);
    public static readonly Look Solid = new("solid", Tint.None, 0, Tint.Ink);
    public static readonly Look White = new("white", Tint.Ink, 1.4, Tint.White);
    public static readonly Look WhiteStroke = new("white-stroke", Tint.White, 2.2);
    public static readonly Look Velvet = new("velvet", Tint.White, 1.4, Tint.Velvet);
    public static readonly Look Clamp = new("clamp", Tint.Ink, 4, Tint.White);
    public static readonly Look Coil = new("coil", Tint.Ink, 2.2, Tint.White);
    public static readonly Look Tick = new("tick", Tint.Ink, 2) { RoundEnds = true };

    public static readonly Look Axis = new("axis", Tint.Ink, 1);
    public static readonly Look GroundLine = new("ground-line", Tint.Ink, 2.5);
    public static readonly Look DepthLine = new("depth-line", Tint.Soil3, 1) { StrokeOpacity = 0.55 };
    public static readonly Look SectionDig = new("section-dig", Tint.Ink, 1.5, Tint.White) { Dash = "8 5", FillOpacity = 0.55 };
    public static readonly Look SectionZone = new("section-zone", Tint.None, 0, Tint.Paint) { FillOpacity = 0.16 };
    public static readonly Look SectionBand = new("section-band", Tint.None, 0, Tint.Paint) { FillOpacity = 0.3 };
    public static readonly Look SectionCase = new("section-case", Tint.Ink, 5.5);
    public static readonly Look SectionLine = new("section-line", Tint.Paint, 3.5);
    public static readonly Look Whisker = new("section-whisker", Tint.Ink, 2);
    public static readonly Look Unknown = new("section-unknown", Tint.Ink, 1.5) { Dash = "3 4" };
    public static readonly Look Envelope = new("envelope", Tint.Ink, 1.2);
    public static readonly Look DuctFrame = new("frame", Tint.Ink, 1.2, Tint.Paint);
    public static readonly Look Duct = new("duct", Tint.Ink, 1.2, Tint.Panel);

    public static readonly Look Peak = new("curve-peak", Tint.Ink, 2.8);
    public static readonly Look Null = new("curve-null", Tint.Soil4, 1.6) { Dash = "6 4" };
    public static readonly Look Drop = new("chart-drop", Tint.Paint, 1.2) { Dash = "3 4" };
    public static readonly Look Follow = new("chart-follow", Tint.Ink, 1.4) { Dash = "7 4" };
    public static readonly Look Clip = new("chart-clip", Tint.Ink, 1.6) { Dash = "1 5", RoundEnds = true };
    public static readonly Look Upright = new("upright", Tint.Ink, 1.5);
    public static readonly Look UprightOfNull = new("upright", Tint.Ink, 1.5) { Dash = "4 4" };
    public static readonly Look Interval = new("profile-band", Tint.None, 0, Tint.Ink) { FillOpacity = 0.18 };
    public static readonly Look Read = new("read-peak", Tint.None, 0, Tint.Ink);
    public static readonly Look ReadNull = new("read-null", Tint.Ink, 1.8);

    public static readonly Look PassOpen = new("pass-open", Tint.Ink, 1.2) { Dash = "5 5" };
    public static readonly Look PassNext = new("pass-next", Tint.Ink, 3);
    public static readonly Look PassWalked = new("pass-walked", Tint.Soil4, 1.3) { StrokeOpacity = 0.75 };
    public static readonly Look PassElsewhere = new("pass-elsewhere", Tint.Soil3, 1) { StrokeOpacity = 0.7 };
    public static readonly Look Uncovered = new("uncovered", Tint.Soil4, 1) { StrokeOpacity = 0.55 };
    public static readonly Look Fitted = new("fitted", Tint.Ink, 1.6);
    public static readonly Look FittedEdge = new("fitted-edge", Tint.Ink, 1) { Dash = "3 3", StrokeOpacity = 0.8 };
    public static readonly Look RadarRun = new("radar-run", Tint.Ink, 2) { Dash = "1.5 4" };
    public static readonly Look CandidateCase = new("candidate-case", Tint.White, 7);
    public static readonly Look Candidate = new("candidate", Tint.Ink, 3.5);
    public static readonly Look CandidateWeak = new("candidate-weak", Tint.Ink, 2.5) { Dash = "4 5" };

    public static readonly TextLook Name = new("label-ink", 13, Tint.Ink, Halo: Tint.Paper);
    public static readonly TextLook SoilName = new("label-soil", 13, Tint.Soil4, Halo: Tint.Paper);
    public static readonly TextLook Figure = new("current-figure", 13, Tint.Ink, true, Tint.Paper);
    public static readonly TextLook Grid = new("grid-text", 11, Tint.Soil4);
    public static readonly TextLook Letter = new("letter-text", 12, Tint.Ink, true);
    public static readonly TextLook LetterOnPaint = new("letter-text", 12, Tint.OnPaint, true);
    public static readonly TextLook LetterOnVelvet = new("letter-text", 12, Tint.White, true);
    public static readonly TextLook BelowGround = new("label-ink", 13, Tint.Ink, Halo: Tint.Soil1);
    public static readonly TextLook BelowGroundDoubt = new("label-ink label-doubt", 13, Tint.Ink, true, Tint.Soil1);
    public static readonly TextLook BelowGroundSoil = new("label-soil", 13, Tint.Soil4, Halo: Tint.Soil1);
    public static readonly TextLook Title = new("section-title", 12, Tint.Ink, true, Tint.Soil1);
    public static readonly TextLook ChartTitle = new("section-title", 14, Tint.Ink, true);

    /// <summary>A filling without a rim.</summary>
    public static Look Filled(Tint tint) => new("filled", Tint.None, 0, tint);

    /// <summary>The tolerance zone to both sides of a line.</summary>
    public static Look Zone(double halfWidthMetres) => new("zone", Tint.Paint, 2 * halfWidthMetres) { InUnits = true, StrokeOpacity = 0.2 };

    /// <summary>How far a record may be off.</summary>
    public static Look RecordBand(double doubtMetres) => new("record-band", Tint.Paint, 2 * doubtMetres) { InUnits = true, StrokeOpacity = 0.13 };

    /// <summary>The strip in which a candidate lies.</summary>
    public static Look CandidateStrip(double halfWidthMetres) => new("candidate-strip", Tint.Ink, 2 * halfWidthMetres) { InUnits = true, StrokeOpacity = 0.16 };

    /// <summary>What is wide in the ground, seen from above.</summary>
    public static Look Body(bool isTopSeen, bool isDecided) => new("body", Tint.Ink, 2.2, isTopSeen ? Tint.Ink : Tint.None) { Dash = isDecided ? "" : "5 4", FillOpacity = 0.16 };

    /// <summary>A current: its weight is its size.</summary>
    /// <summary>Current on its way: it moves where motion is welcome.</summary>
    public static readonly Look Flow = new("flow", Tint.Ink, 2) { Dash = "2 14", RoundEnds = true };

    /// <summary>Marks of a round of practice beside the truth.</summary>
    public static readonly Look YardMarks = new("yard-marks", Tint.Ink, 2.2) { Dash = "7 4" };

    public static Look Current(double pixels) => new("current-line", Tint.Paint, pixels);

    public static Look CurrentCase(double pixels) => new("current-case", Tint.White, pixels + 2) { StrokeOpacity = 0.85 };
}
