using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Measures;

namespace GentleMole.Core.Paint;

/// <summary>How a place wants lines on the ground, and what it calls near. Copied and edited; local rules win.</summary>
/// <param name="Name">Of the place.</param>
/// <param name="Units">In which depths and sizes are written on the ground.</param>
/// <param name="ToleranceMetres">On each side of a mark, beyond the utility's own half-width.</param>
/// <param name="School">What is marked where peak and null differ.</param>
/// <param name="DashMetres">Length of a dash.</param>
/// <param name="GapMetres">The longest gap between two.</param>
/// <param name="LabelEveryMetres">The longest way between two labels.</param>
/// <param name="Colours">Paint by utility; each kind has one.</param>
/// <param name="Letters">What stands first on a label, by utility; no two the same.</param>
public sealed record PaintCustom(
    string Name, UnitSystem Units, double ToleranceMetres, MarkSchool School, double DashMetres, double GapMetres, double LabelEveryMetres,
    IReadOnlyDictionary<UtilityKind, PaintColour> Colours, IReadOnlyDictionary<UtilityKind, string> Letters)
{
    /// <summary>Letters and figures of a utility's sign.</summary>
    public const int MostLetters = 3;

    private static readonly Dictionary<UtilityKind, PaintColour> Usual = new()
    {
        [UtilityKind.Electric] = PaintColour.Red, [UtilityKind.Gas] = PaintColour.Yellow, [UtilityKind.Communications] = PaintColour.Orange, [UtilityKind.Water] = PaintColour.Blue,
        [UtilityKind.Reclaimed] = PaintColour.Purple, [UtilityKind.Sewer] = PaintColour.Green, [UtilityKind.Unknown] = PaintColour.Black,
    };

    private static readonly Dictionary<UtilityKind, string> OneLetter = Utilities.All.ToDictionary(k => k, Utilities.Letter);

    /// <summary>Made-up places to begin with: two that measure in metres, one in feet and inches.</summary>
    public static IReadOnlyList<PaintCustom> Shipped { get; } =
    [
        new("Pellow Bay", UnitSystem.Metres, 0.5, MarkSchool.Corrected, 0.3, 1.2, 10, Usual, OneLetter),
        new(
            "Upper Skerry", UnitSystem.Metres, 0.6, MarkSchool.Corrected, 0.5, 2, 15,
            new Dictionary<UtilityKind, PaintColour>(Usual) { [UtilityKind.Communications] = PaintColour.Green, [UtilityKind.Sewer] = PaintColour.Brown },
            new Dictionary<UtilityKind, string>
            {
                [UtilityKind.Electric] = "EL", [UtilityKind.Gas] = "GA", [UtilityKind.Communications] = "CO", [UtilityKind.Water] = "WA", [UtilityKind.Reclaimed] = "RW", [UtilityKind.Sewer] = "SW", [UtilityKind.Unknown] = "?",
            }),
        new("Hatherley County", UnitSystem.FeetInches, 0.4572, MarkSchool.Between, 0.3048, 1.2192, 9.144, Usual, OneLetter),
    ];

    /// <summary>The sign of a utility.</summary>
    public string LetterOf(UtilityKind kind) => Letters.TryGetValue(kind, out var letter) ? letter : Utilities.Letter(kind);

    /// <summary>Its paint.</summary>
    public PaintColour ColourOf(UtilityKind kind) => Colours.TryGetValue(kind, out var colour) ? colour : Usual[kind];

    /// <summary>What is wrong with one that somebody typed; empty when nothing is.</summary>
    public IReadOnlyList<FieldError> Check()
    {
        var errors = new List<FieldError>();
        void Within(string field, double metres, double least, double most, string what)
        {
            if (!(metres >= least && metres <= most))
            {
                errors.Add(new FieldError(field, $"{what} is from {LengthText.Format(least, Units)} to {LengthText.Format(most, Units)} long."));
            }
        }

        if (string.IsNullOrWhiteSpace(Name))
        {
            errors.Add(new FieldError("name", "Give the place a name."));
        }

        Within("tolerance", ToleranceMetres, 0.05, 3, "A tolerance");
        Within("dash", DashMetres, 0.1, 2, "A dash");
        Within("gap", GapMetres, 0.1, 15, "A gap");
        Within("label", LabelEveryMetres, 1, 60, "The way between labels");
        foreach (var kind in Utilities.All)
        {
            var letter = LetterOf(kind);
            if (letter.Length is 0 or > MostLetters || letter.Any(c => !char.IsAsciiLetterOrDigit(c) && c != '?'))
            {
                errors.Add(new FieldError(LetterField(kind), $"One to {MostLetters} letters or figures that can be painted."));
            }
            else if (Utilities.All.Any(other => other != kind && string.Equals(LetterOf(other), letter, StringComparison.OrdinalIgnoreCase)))
            {
                errors.Add(new FieldError(LetterField(kind), $"“{letter}” stands for two utilities; in dust and on a grey print only letters tell them apart."));
            }

            if (!Enum.IsDefined(ColourOf(kind)))
            {
                errors.Add(new FieldError(ColourField(kind), "Choose a paint."));
            }
        }

        return errors;
    }

    /// <summary>Name of the field of a utility's letters.</summary>
    public static string LetterField(UtilityKind kind) => "letter" + kind;

    /// <summary>Name of the field of a utility's paint.</summary>
    public static string ColourField(UtilityKind kind) => "colour" + kind;
}
