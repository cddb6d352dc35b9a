using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Handover;
using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Exchange.Print;
using GentleMole.Exchange.Scenes;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>
/// The handover as a file for print: what the sheet says, in the same words, with plan and sections to scale. A site that is too long for
/// its scale is cut into sheets, with a key plan before them.
/// </summary>
internal sealed class HandoverPdf
{
    /// <summary>More sheets than this nobody puts together again.</summary>
    private const int MostSheets = 60;

    /// <summary>Smaller than this a line and its neighbour cannot be told apart on paper.</summary>
    private const int SmallestWhole = 500;
    private const int OfSheets = 250;
    private const double SectionHigh = 52;

    /// <summary>Of the first page, for its plan: the head stands above it, a section below.</summary>
    private const double FirstPlanShare = 0.42;
    private const double HeadingHigh = 14;

    private static readonly IReadOnlyList<PrintedColumn> StretchColumns =
    [
        new("Dots", 1), new("From E, N", 1.5), new("To E, N", 1.5), new("Across", 1, true), new("Depth to centre", 1.7, true), new("Cover", 0.9, true), new("Level", 0.6, true), new("Confidence", 1.4),
    ];

    private readonly JobSheet _sheet;
    private readonly Person _person;
    private readonly PlanExtras _extras;
    private readonly int _wide;
    private readonly int _firstHigh;
    private readonly int _sheetHigh;
    private readonly int _whole;
    private readonly int _scale;
    private readonly PrintChoice _choice;
    private readonly IReadOnlyList<SitePoint> _middles;

    private HandoverPdf(JobSheet sheet, Person person, PrintChoice choice)
    {
        (_sheet, _person, _choice, _extras) = (sheet, person, choice, PlanExtras.Handed(sheet));
        var (width, height) = PrintedDocument.RoomOf(choice.Paper);
        _wide = PrintedDocument.PixelsOf(width);
        _firstHigh = PrintedDocument.PixelsOf(height * FirstPlanShare);
        _sheetHigh = PrintedDocument.PixelsOf(height - HeadingHigh);
        _whole = PrintScales.Fitting(sheet, person.Units, _wide, _firstHigh);

        // Nobody asked for a scale: the largest that is readable and does not take too many sheets.
        int[] scales = choice.Scale is { } asked ? [asked] : _whole <= SmallestWhole ? [_whole] : [.. PrintScales.Usual.Where(s => s >= OfSheets && s < _whole), _whole];
        (_scale, _middles) = scales.Select(s => (s, Middles(sheet, s))).FirstOrDefault(s => s.s >= _whole || s.Item2.Count > 0, (scales[0], []));
        IsTooLarge = _scale < _whole && _middles.Count == 0;
    }

    /// <summary>Middles of the sheets that it takes at a scale; none where one is enough, or too many are needed.</summary>
    private IReadOnlyList<SitePoint> Middles(JobSheet sheet, int scale) =>
        scale >= _whole ? [] : StripCover.Over(Ways(sheet), _wide * PrintScales.MetresPerPixel(scale), _sheetHigh * PrintScales.MetresPerPixel(scale), MostSheets) ?? [];

    private bool IsTooLarge { get; }

    /// <summary>Writes it.</summary>
    /// <param name="photos">What was seen on the site and in pipes, with what stands under each.</param>
    /// <returns>What is wrong with the choice; null when it was written.</returns>
    public static FieldError? Write(JobSheet sheet, Person person, PrintChoice choice, IReadOnlyList<(byte[] Picture, string Says)> photos, Stream stream)
    {
        var pdf = new HandoverPdf(sheet, person, choice);
        if (pdf.IsTooLarge)
        {
            return new FieldError("scale", $"At 1:{pdf._scale} this site takes more than {MostSheets} sheets. Choose a smaller scale or larger paper.");
        }

        pdf.Write(photos, stream);
        return null;
    }

    private static List<IReadOnlyList<SitePoint>> Ways(JobSheet sheet) =>
    [
        .. sheet.HasDig ? [(IReadOnlyList<SitePoint>)[.. sheet.Job.DigCorners, sheet.Job.DigCorners[0]]] : Array.Empty<IReadOnlyList<SitePoint>>(),
        .. sheet.Lines.Select(l => l.Traced.Run?.Points ?? l.Expected?.Points).Where(p => p is { Count: > 0 }).Select(p => p!),
        .. sheet.Job.Bodies.Where(b => b.IsDrawable).Select(b => (IReadOnlyList<SitePoint>)[b.Middle]),
    ];

    private void Write(IReadOnlyList<(byte[] Picture, string Says)> photos, Stream stream)
    {
        var (job, isUtilities) = (_sheet.Job, _sheet.Lines.Count > 0 || _sheet.Job.Sought == JobSought.Utilities);
        var code = SheetFacts.Code(_sheet);
        using var pdf = new PrintedDocument(_choice.Paper, "Handover: " + job.Name, _sheet.Firm.Name,
            $"{job.Name} · job {job.Id} · {(job.HandoverHead.Length > 0 ? "log head " + job.HandoverHead[..12] : "draft")} · code {code}", _sheet.Custom);
        pdf.NewPage();
        pdf.Title(job.Name);
        pdf.Paragraph(job.Where);
        pdf.Facts([.. HandoverWords.Head(_sheet, _person).Select(f => f.Name == HandoverWords.LogFact ? (f.Name, $"{f.Value}; code {code}") : f)]);
        WritePlan(pdf);
        WriteSection(pdf, null);
        if (HandoverWords.Sought(_sheet) is { } sought)
        {
            pdf.Paragraph(sought, bold: true);
        }

        pdf.Heading("Cautions");
        pdf.List(HandoverWords.Cautions(_sheet, _person), isCaution: true);
        if (isUtilities)
        {
            pdf.Heading("Every utility on the notice");
            pdf.Table([new("Utility", 1.3), new("Owner", 1.8), new("Answer", 1), new("What was found, or why not", 4)], _sheet.Lines.Select(l => new PrintedRow(
                [$"{Utilities.Letter(l.Line.Kind)} {LineWords.Kind(l.Line.Kind)}", l.Line.Owner, LineWords.Answer(l.Line.Answer), HandoverWords.Answer(_sheet, l, _person)], l.Line.Kind)));
            WriteStretches(pdf);
        }

        foreach (var line in _sheet.Lines.Where(l => l.Traced.Run is not null))
        {
            WriteSection(pdf, line);
        }

        WriteBodies(pdf);
        WriteAgainst(pdf);
        if (HandoverWords.Silent(_sheet, _person) is { Count: > 0 } silent)
        {
            pdf.Heading("Sonde, camera, faults");
            pdf.List(silent);
        }

        if (photos.Count > 0)
        {
            pdf.Heading("What was seen");
            pdf.Pictures(photos);
        }

        WriteSheets(pdf);
        foreach (var line in _sheet.Lines.Where(l => l.Line.Answer == LineAnswer.Escalated))
        {
            OwnerPrint.Write(pdf, new OwnerEvidence(_sheet, line, _person), _sheet.Job.Name);
        }

        WriteSigned(pdf);
        pdf.Heading("How to check this sheet");
        pdf.Paragraph($"Code {code} is worked out of what this sheet claims (utilities, answers, stretches, log head). Whoever located it shows the code of today with the job: where it is another one, the sheet was changed or replaced since.");
        pdf.Note($"Log of the job: SHA-256 chain, head at the handover {(job.HandoverHead.Length > 0 ? job.HandoverHead : "not set yet")}.");
        pdf.Save(stream);
    }

    private void WriteAgainst(PrintedDocument pdf)
    {
        if (!_sheet.HasDig)
        {
            return;
        }

        var (_, say, why) = ConflictWords.Summary(_sheet, _person);
        pdf.Heading("Against the dig");
        pdf.Paragraph(say, bold: true);
        pdf.Paragraph(why);
        pdf.List(HandoverWords.Against(_sheet, _person));
        if (ConflictWords.Holes(_sheet, _person) is { Count: > 0 } holes)
        {
            pdf.Need(HeadingHigh);
            pdf.Paragraph("Expose by hand or vacuum, in this order (numbers on the plan):");
            pdf.List([.. holes.Take(ConflictsPage.MostListed).Select((h, i) => $"{i + 1}: {h}")]);
        }
    }

    /// <summary>What changed, and who signed.</summary>
    private void WriteSigned(PrintedDocument pdf)
    {
        if (HandoverWords.ChangedOnSheet(_sheet, _person) is { Count: > 0 } changed)
        {
            pdf.Heading(HandoverWords.ChangedTitle(_sheet));
            pdf.List(changed);
        }

        if (_sheet.LastHanded is not { } handed)
        {
            return;
        }

        pdf.Heading($"Signed: sheet {handed.Number}");
        foreach (var (part, name, when, sign) in HandoverWords.Signed(_sheet, handed))
        {
            pdf.Need(sign is null ? HeadingHigh : HeadingHigh + SignHigh);
            pdf.Paragraph($"{part} {name}{(when.Length > 0 ? ", " + when : "")}");
            if (sign is not null)
            {
                pdf.Drawing(Signed(sign));
            }
        }
    }

    private const double SignHigh = 22;

    private static Scene Signed(Signature sign)
    {
        var high = PrintedDocument.PixelsOf(SignHigh);
        var unit = (double)Signature.Height / high;
        return new Scene(
            new SceneFrame(0, 0, unit, unit, (int)(Signature.Width / unit), high), "Signature",
            [new SceneLayer("strokes", [.. sign.Strokes.Where(s => s.Count > 1).Select(s => new ScenePath(Looks.Signed, [.. s.Select(p => new ScenePoint(p.Right, p.Down))]))])], []);
    }

    private void WritePlan(PrintedDocument pdf)
    {
        var scale = PrintScales.MetresPerPixel(_scale >= _whole ? _scale : _whole);
        var plan = new PlanDrawing(_sheet, _person.Units, _wide, _firstHigh, null, scale, _extras);
        pdf.Drawing(PrintedPlan.Of(plan, $"{(_middles.Count > 0 ? "Key plan" : "Plan")} 1:{Math.Max(_scale, _whole)} · grid {LengthText.FormatRun(plan.Grid, _person.Units)}", [.. _middles.Select(BoxOf)]));
        pdf.Note((_middles.Count > 0 ? $"Cut into {_middles.Count} sheets at 1:{_scale}, after the tables. " : "") + HandoverWords.PlanLegend(_sheet) + " The scale holds when printed at 100 %; check it by the bar.");
    }

    private void WriteSheets(PrintedDocument pdf)
    {
        var boxes = _middles.Select(BoxOf).ToList();
        foreach (var (box, i) in boxes.Select((b, i) => (b, i)))
        {
            pdf.NewPage();
            pdf.Heading(string.Create(CultureInfo.InvariantCulture, $"Sheet {i + 1} of {boxes.Count}"));
            var part = new PlanDrawing(_sheet, _person.Units, SceneFrame.Plan(box.West, box.North, PrintScales.MetresPerPixel(_scale), _wide, _sheetHigh), null, _extras);
            pdf.Drawing(PrintedPlan.Of(part, $"Sheet {i + 1} of {boxes.Count} · 1:{_scale} · grid {LengthText.FormatRun(part.Grid, _person.Units)}", boxes, i + 1));
        }
    }

    private SiteBox BoxOf(SitePoint middle)
    {
        var (halfWide, halfHigh) = (_wide * PrintScales.MetresPerPixel(_scale) / 2, _sheetHigh * PrintScales.MetresPerPixel(_scale) / 2);
        return new SiteBox(middle.East - halfWide, middle.North - halfHigh, middle.East + halfWide, middle.North + halfHigh);
    }

    /// <param name="along">The line along which it is cut; null for the dig.</param>
    private void WriteSection(PrintedDocument pdf, SheetLine? along)
    {
        if (new SectionDrawing(_sheet, along, _person.Units, _wide, PrintedDocument.PixelsOf(SectionHigh)) is { Scene: { } scene, Cut: not null })
        {
            pdf.Drawing(scene);
        }
    }

    private void WriteStretches(PrintedDocument pdf)
    {
        pdf.Heading("Stretches");
        var lines = _sheet.Lines.Where(l => l.Traced.Stretches.Count > 0).ToList();
        if (lines.Count == 0)
        {
            pdf.Paragraph("No line was marked.");
        }
        else
        {
            pdf.Table(StretchColumns, lines.SelectMany(l => l.Traced.Stretches
                .Select(s => new PrintedRow(HandoverWords.Stretch(l, s, _person), l.Line.Kind))
                .Prepend(new PrintedRow([$"{Utilities.Letter(l.Line.Kind)} {LineWords.Kind(l.Line.Kind)}, {l.Line.Owner}. Method: {SheetFeatures.MethodOf(_sheet, l)}"], l.Line.Kind, IsHead: true))));
        }

        pdf.Note(HandoverWords.Legend(_sheet));
        pdf.Note(HandoverWords.Conditions(_sheet));
    }

    private void WriteBodies(PrintedDocument pdf)
    {
        if (HandoverWords.Bodies(_sheet, _person) is not { Count: > 0 } bodies)
        {
            return;
        }

        pdf.Heading("What is wide in the ground, by radar");
        pdf.Table([new("No.", 0.5), new("What it is, as far as radar tells", 2.4), new("Length by width", 2), new("Depth", 2), new("Said by", 2)],
            bodies.Select(b => new PrintedRow([b.Number, b.What, b.Size, b.Deep, b.By])));
        pdf.Note("Outlines on the plan: filled where a top answers, empty where only broken layers tell of it. A radar tells shapes and contrasts, not what is in them. ± are 95 %.");
    }
}
