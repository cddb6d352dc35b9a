using GentleMole.Exchange.Print;
using GentleMole.Web.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>The question to an owner as a page of a print.</summary>
internal static class OwnerPrint
{
    private const double PlanHigh = 84;

    private static readonly IReadOnlyList<PrintedColumn> Columns =
    [
        new("Dot", 0.5), new("East, north", 1.4), new("Peak to null", 1, true), new("Depth to centre", 1.6, true), new("Current", 0.9, true), new("Verdict", 1.2), new("On the line", 2),
    ];

    /// <summary>Begins a page of its own.</summary>
    public static void Write(PrintedDocument pdf, OwnerEvidence asks, string job)
    {
        pdf.NewPage();
        pdf.Title(asks.Title);
        pdf.Paragraph($"{asks.To}. {job}.");
        pdf.Facts(asks.Head);
        pdf.Heading("What is asked");
        pdf.List([.. asks.Asked.Select((a, i) => $"{i + 1}. {a}")]);
        pdf.Heading("Why");
        if (asks.Line.Line.AnswerNote.Length > 0)
        {
            pdf.Paragraph(asks.Line.Line.AnswerNote, bold: true);
        }

        pdf.List(asks.Why);
        var plan = asks.Plan(PrintedDocument.PixelsOf(pdf.WidthMillimetres), PrintedDocument.PixelsOf(PlanHigh));
        pdf.Drawing(PrintedPlan.Of(plan, asks.Title, []));
        pdf.Note(asks.PlanSays);
        if (asks.Hookups.Count > 0)
        {
            pdf.Heading("How the signal was put on");
            pdf.List(asks.Hookups);
        }

        if (asks.Dots.Count > 0)
        {
            pdf.Heading("What was read");
            pdf.Table(Columns, asks.Dots.Select(d => new PrintedRow(asks.Cells(d), asks.Line.Line.Kind)));
        }

        pdf.Note(OwnerEvidence.Foot);
    }
}
