using System.Globalization;
using System.Text.RegularExpressions;
using GentleMole.Core;
using GentleMole.Core.Measures;
using GentleMole.Core.Notices;
using GentleMole.Core.Pinpoint;
using GentleMole.Core.Site;
using GentleMole.Web.Words;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Forms;

/// <summary>
/// Reads what was typed in a form: each entry gives a value or a sentence at its field, and all are read before any is
/// refused, so that nothing has to be corrected twice.
/// </summary>
internal sealed partial class FormReader(IFormCollection form, Person person)
{
    private static readonly IPattern<LocalDateTime> Moments = new CompositePatternBuilder<LocalDateTime>
    {
        { LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm"), _ => true },
        { LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm:ss"), _ => false },
        { LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd"), _ => false },
    }.Build();

    private readonly List<FieldError> _errors = [];

    public bool IsGood => _errors.Count == 0;

    public IReadOnlyList<FieldError> Errors => _errors;

    [GeneratedRegex(@"\s*;\s*|\s*,\s+|\s*,(?=\s*[-−]?\d+\.)|(?<!^)\s+(?=[-−\d.])")]
    private static partial Regex BetweenNumbers();

    public void Refuse(string field, string sentence) => _errors.Add(new FieldError(field, sentence));

    public void Refuse(IEnumerable<FieldError> errors) => _errors.AddRange(errors);

    public bool Has(string name) => !string.IsNullOrWhiteSpace(form[name]);

    /// <summary>Text, trimmed.</summary>
    public string Text(string name, int most, bool required = false)
    {
        var text = form[name].ToString().Trim();
        if (required && text.Length == 0)
        {
            Refuse(name, "Type something here.");
        }
        else if (text.Length > most)
        {
            Refuse(name, $"That is {text.Length} characters; {most} is the most.");
        }

        return text;
    }

    /// <summary>A length in the person's way of writing; null when left empty.</summary>
    public double? Length(string name, double minimum, double maximum, bool required = false) =>
        Has(name) || required
            ? Keep(LengthText.Parse(form[name], person.Units, name, minimum, maximum))
            : null;

    /// <summary>A length within what the rules allow.</summary>
    public double? Length(string name, Bounds bounds, bool required = false) => Length(name, bounds.Least, bounds.Most, required);

    /// <summary>A plain number within what the rules allow.</summary>
    public double? Number(string name, string unit, Bounds bounds) => Number(name, unit, bounds.Least, bounds.Most);

    /// <summary>A plain number; null when left empty.</summary>
    public double? Number(string name, string unit, double minimum, double maximum) =>
        Has(name) ? Keep(NumberText.Parse(form[name], unit, name, minimum, maximum)) : null;

    /// <summary>Ohms as a meter shows them: 220, 20k, 1.2M, or "open"; null when left empty.</summary>
    public double? Ohms(string name, Bounds bounds)
    {
        var text = form[name].ToString().Replace("Ω", "", StringComparison.Ordinal).Replace("ohm", "", StringComparison.OrdinalIgnoreCase).Trim();
        if (text.Length == 0)
        {
            return null;
        }

        if (text.Equals("open", StringComparison.OrdinalIgnoreCase) || text == "∞")
        {
            return bounds.Most;
        }

        var unit = text[^1] switch { 'k' or 'K' => 1e3, 'M' => 1e6, _ => 1 };
        return Keep(NumberText.Parse(unit > 1 ? text[..^1].Trim() : text, "Ω", name, bounds.Least / unit, bounds.Most / unit)) is { } number ? number * unit : null;
    }

    /// <summary>A word of a closed list.</summary>
    public T Choice<T>(string name, T otherwise)
        where T : struct, Enum
    {
        var word = form[name].ToString();
        if (word.Length == 0)
        {
            return otherwise;
        }

        if (Enum.TryParse<T>(word, true, out var value) && Enum.IsDefined(value) && !int.TryParse(word, out _))
        {
            return value;
        }

        Refuse(name, "Choose one of: " + string.Join(", ", Enum.GetNames<T>()) + ".");
        return otherwise;
    }

    /// <summary>A ticked box.</summary>
    public bool Ticked(string name) => Has(name);

    /// <summary>A length of time in days, working days or hours; null when left empty.</summary>
    public ValidityRule? Rule(string name, bool required = false) =>
        Has(name) || required ? Keep(ValidityRule.Parse(form[name], name)) : null;

    public int? Whole(string name, string unit, int minimum, int maximum) =>
        Number(name, unit, minimum, maximum) is { } number ? (int)Math.Round(number) : null;

    public LocalDate? Day(string name)
    {
        if (!Has(name))
        {
            return null;
        }

        if (LocalDatePattern.Iso.Parse(form[name].ToString().Trim()).TryGetValue(default, out var day) && day.IsOfTheseTimes())
        {
            return day;
        }

        Refuse(name, "Give a date as year-month-day, like 2026-11-25.");
        return null;
    }

    /// <summary>Date and time of the place, the time to the minute or the second, or left out.</summary>
    public LocalDateTime? Moment(string name)
    {
        if (!Has(name))
        {
            return null;
        }

        var typed = form[name].ToString().Trim().Replace(' ', 'T');
        if (Moments.Parse(typed).TryGetValue(default, out var moment) && moment.Date.IsOfTheseTimes())
        {
            return moment;
        }

        Refuse(name, "Give date and time, like 2026-11-23 09:30.");
        return null;
    }

    /// <summary>A place by two fields; null when both are empty.</summary>
    public SitePoint? Place(string east, string north)
    {
        if (!Has(east) && !Has(north))
        {
            return null;
        }

        var e = Length(east, -SiteRules.FarthestMetres, SiteRules.FarthestMetres, required: true);
        var n = Length(north, -SiteRules.FarthestMetres, SiteRules.FarthestMetres, required: true);
        return e is { } x && n is { } y ? new SitePoint(x, y) : null;
    }

    private List<(string Line, int Number)> Lines(string name) =>
        [.. form[name].ToString().ReplaceLineEndings("\n").Split('\n')
            .Select((line, i) => (Line: line.Trim(' ', ','), Number: i + 1))
            .Where(l => l.Line.Trim().Length > 0)];

    private static string[] Split(string line)
    {
        var parts = BetweenNumbers().Split(line.Trim());
        return parts.Length == 1 && line.Count(c => c == ',') == 1 ? line.Split(',', StringSplitOptions.TrimEntries) : parts;
    }

    private double? Read(string text, string name, int line) =>
        Keep(LengthText.Parse(text, person.Units, name, -SiteRules.FarthestMetres, SiteRules.FarthestMetres), line);

    private T? Keep<T>(Result<T> result)
        where T : class
    {
        Refuse(result.Errors);
        return result.IsGood ? result.Value : null;
    }

    private double? Keep(Result<double> result, int? line = null)
    {
        if (result.IsGood)
        {
            return result.Value;
        }

        _errors.AddRange(result.Errors.Select(e => line is { } n ? e with { Sentence = $"Line {n}: {e.Sentence}" } : e));
        return null;
    }

    private static string Short(string line) => line.Length > 30 ? line[..30] + "…" : line;
}
