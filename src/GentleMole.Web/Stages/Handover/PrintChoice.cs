using System.Globalization;
using GentleMole.Core;
using GentleMole.Exchange.Print;
using GentleMole.Web.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>On what paper and at what scale somebody wants the sheet.</summary>
/// <param name="Scale">Denominator; null for the best that fits.</param>
internal sealed record PrintChoice(Paper Paper, int? Scale)
{
    /// <summary>What was asked for; without anything, an upright A4.</summary>
    public static Result<PrintChoice> Read(string? paper, string? way, string? scale)
    {
        var errors = new List<FieldError>();
        var chosen = string.IsNullOrEmpty(paper) ? Paper.All[0] : Paper.All.FirstOrDefault(p => p.Name == paper);
        if (chosen is null)
        {
            errors.Add(new FieldError("paper", $"Paper is one of {string.Join(", ", Paper.All.Select(p => p.Name))}."));
        }

        if (way is not (null or "" or "upright" or "lying"))
        {
            errors.Add(new FieldError("way", "The paper stands upright or lying."));
        }

        var denominator = 0;
        if (!string.IsNullOrEmpty(scale) && (!int.TryParse(scale, NumberStyles.None, CultureInfo.InvariantCulture, out denominator) || !PrintScales.Usual.Contains(denominator)))
        {
            errors.Add(new FieldError("scale", $"The scale is one of 1:{string.Join(", 1:", PrintScales.Usual)}."));
        }

        return errors.Count > 0 ? errors : new PrintChoice(way == "lying" ? chosen!.Lying : chosen!, denominator == 0 ? null : denominator);
    }
}
