using System.Globalization;
using GentleMole.Core.Measures;

namespace GentleMole.Web.Words;

/// <summary>What the browser tells about the person at it: the units they read, and how large the drawings are on their screen.</summary>
internal sealed record Person(UnitSystem Units, int PlanWidth, int PlanHeight, int SectionWidth, int SectionHeight)
{
    public const string UnitsCookie = "units";
    public const string ViewCookie = "view";

    private static Person Default { get; } = new(UnitSystem.Metres, 876, 420, 876, 262);

    /// <param name="layout">What stands below the plan: it decides how much room there is, so each has its own sizes. Empty for the section.</param>
    public static Person Of(HttpContext http, string layout = "")
    {
        var person = Default with { Units = http.Request.Cookies[UnitsCookie] == "feet" ? UnitSystem.FeetInches : UnitSystem.Metres };
        var sizes = (http.Request.Cookies[ViewCookie + layout] ?? http.Request.Cookies[ViewCookie] ?? "").Split('x');
        if (sizes.Length != 4)
        {
            return person;
        }

        var pixels = new int[4];
        for (var i = 0; i < 4; i++)
        {
            if (!int.TryParse(sizes[i], NumberStyles.None, CultureInfo.InvariantCulture, out pixels[i]) || pixels[i] is < 120 or > 6000)
            {
                return person;
            }
        }

        return person with { PlanWidth = pixels[0], PlanHeight = pixels[1], SectionWidth = pixels[2], SectionHeight = pixels[3] };
    }

    public string Length(double metres) => LengthText.Format(metres, Units);

    public string Run(double metres) => LengthText.FormatRun(metres, Units);

    public string PlusMinus(double metres) => "±" + LengthText.Format(metres, Units);
}
