using GentleMole.Core.Fields;
using GentleMole.Web.Drawing;
using GentleMole.Web.Words;

namespace GentleMole.Web.Bench;

/// <summary>The field across straight parallel lines, and where peak and null would be found.</summary>
internal sealed class LineFieldPage : BenchPage
{
    public const string Example = "0 1.2 50\n1.5 0.8 -8";

    private const double FarthestMetres = 1000;

    public IReadOnlyList<StraightConductor> Conductors { get; private set; } = [];

    public PeakAndNull Places { get; private set; }

    public ProfileDrawing? Drawing { get; private set; }

    public double? ApartMetres => Places is { PeakOffsetMetres: { } p, NullOffsetMetres: { } n } ? Math.Abs(n - p) : null;

    public string Headline => ApartMetres is { } apart
        ? $"Peak and null are found {Person.Length(apart)} apart."
        : Places.PeakOffsetMetres is null ? "There is no field: no line carries current." : "No null in this span.";

    public string Why
    {
        get
        {
            if (Places.PeakOffsetMetres is not { } peak)
            {
                return "Give a line some current.";
            }

            var strongest = Conductors.MaxBy(c => Math.Abs(c.CurrentAmperes));
            var off = Math.Abs(peak - strongest.OffsetMetres);
            return $"Peak at {Person.Length(peak)}" + (Places.NullOffsetMetres is { } n ? $", null at {Person.Length(n)}" : "")
                + $". The line with the most current is at {Person.Length(strongest.OffsetMetres)}: the peak misses it by {Person.Length(off)}.";
        }
    }

    public void OnPost()
    {
        var reader = Reader();
        var lines = reader.Conductors("lines", FarthestMetres);
        var height = reader.Length("height", 0, 20, required: true);
        var from = reader.Length("from", -FarthestMetres, FarthestMetres, required: true);
        var to = reader.Length("to", -FarthestMetres, FarthestMetres, required: true);
        if (from >= to)
        {
            reader.Refuse("to", "This must be to the right of where it begins.");
        }

        Errors = reader.Errors;
        if (!reader.IsGood)
        {
            return;
        }

        Conductors = lines;
        var field = new ParallelLines(lines);
        Places = field.PeakAndNullIn(from!.Value, to!.Value, new(height!.Value));
        Drawing = ProfileDrawing.OfField(field, from.Value, to.Value, height.Value, Places, c => FigureWords.Milliamps(c.CurrentAmperes * 1000));
    }
}
