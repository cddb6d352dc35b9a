using GentleMole.Core.Lines;
using GentleMole.Core.Measures;

namespace GentleMole.Core.Paint;

/// <summary>How a place wants lines on the ground. Editable and copied; local rules win.</summary>
/// <param name="Name">Of the place.</param>
/// <param name="Units">In which depths and sizes are written.</param>
/// <param name="DashMetres">Length of a dash.</param>
/// <param name="GapMetres">The longest gap between two.</param>
/// <param name="LabelEveryMetres">The longest way between two labels.</param>
/// <param name="Colours">Name on the can, by utility.</param>
public sealed record PaintCustom(string Name, UnitSystem Units, double DashMetres, double GapMetres, double LabelEveryMetres, IReadOnlyDictionary<UtilityKind, string> Colours)
{
    private static readonly Dictionary<UtilityKind, string> Usual = new()
    {
        [UtilityKind.Electric] = "red", [UtilityKind.Gas] = "yellow", [UtilityKind.Communications] = "orange", [UtilityKind.Water] = "blue",
        [UtilityKind.Reclaimed] = "purple", [UtilityKind.Sewer] = "green", [UtilityKind.Unknown] = "black, with a question mark",
    };

    /// <summary>Made-up places to begin with: two that measure in metres, one in feet and inches.</summary>
    public static IReadOnlyList<PaintCustom> Shipped { get; } =
    [
        new("Pellow Bay", UnitSystem.Metres, 0.3, 1.2, 10, Usual),
        new("Upper Skerry", UnitSystem.Metres, 0.5, 2, 15, Usual),
        new("Hatherley County", UnitSystem.FeetInches, 0.3048, 1.2192, 9.144, Usual),
    ];

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

        Within("dash", DashMetres, 0.1, 2, "A dash");
        Within("gap", GapMetres, 0.1, 15, "A gap");
        Within("label", LabelEveryMetres, 1, 60, "The way between labels");
        return errors;
    }
}
