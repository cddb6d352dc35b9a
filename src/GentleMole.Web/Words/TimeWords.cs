using System.Globalization;
using GentleMole.Core.Days;

namespace GentleMole.Web.Words;

/// <summary>Why a job takes as long as it does.</summary>
internal static class TimeWords
{
    public static string Part(TimePart part) => part.Code switch
    {
        "arrive" => "arrive, look, make safe",
        "lines" => $"{part.Amount:0} line{(part.Amount == 1 ? "" : "s")} to hook up and trace",
        "no-metal" => $"{part.Amount:0} without metal: sonde or radar",
        "sweep" => string.Create(CultureInfo.InvariantCulture, $"sweep of {part.Amount:0} m²"),
        "mark" => string.Create(CultureInfo.InvariantCulture, $"marks along {part.Amount:0} m"),
        "ground" => string.Create(CultureInfo.InvariantCulture, $"ground slows walking by {part.Amount:0%}"),
        "traffic" => string.Create(CultureInfo.InvariantCulture, $"cones and traffic, {part.Amount:0%} slower"),
        "records" => "plans not complete: read them on site",
        _ => "sheet and handover",
    };

    public static string Explain(TimeEstimate estimate) =>
        string.Join(" + ", estimate.Parts.Where(p => p.Minutes >= 0.5).Select(p => string.Create(CultureInfo.InvariantCulture, $"{p.Minutes:0} ({Part(p)})")));
}
