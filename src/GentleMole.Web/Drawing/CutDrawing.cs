using System.Globalization;
using System.Net;
using System.Text;
using GentleMole.Core.Measures;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>A cut through what a radar grid answers: its picture between axes, where noise begins, a slice with its strength along it, a run in it.</summary>
/// <param name="Picture">Address of the picture.</param>
internal sealed record CutDrawing(string Picture, double LengthMetres, double DeepestMetres, Person Person)
{
    private const int NarrowUnder = 560;
    private const double Left = 46;
    private const double Top = 26;
    private const double StripHigh = 62;

    /// <summary>As wide as it will stand on the screen, about, so that its words can be read there.</summary>
    public int Wide => Person.PlanWidth < NarrowUnder ? 390 : 860;

    public int High => Person.PlanWidth < NarrowUnder ? 270 : 330;

    private double Across => Wide - Left - 14;

    public double? FloorMetres { get; init; }

    /// <summary>Depth and thickness of a slice that crosses it.</summary>
    public (double Depth, double Thick)? Slice { get; init; }

    /// <summary>Along the slice, 0 to 1, evenly from end to end.</summary>
    public IReadOnlyList<float> Strength { get; init; } = [];

    /// <summary>How well it was seen, evenly from end to end; 0 for not at all.</summary>
    public IReadOnlyList<float> Seen { get; init; } = [];

    /// <summary>A run that the cut follows: along it, and its cover there.</summary>
    public IReadOnlyList<(double Along, double Cover)> Run { get; init; } = [];

    /// <summary>Half the width of the 95 % interval of that cover.</summary>
    public double RunHalfMetres { get; init; }

    /// <summary>A body that the cut follows: where along it, its cover, and its height where a bottom tells it.</summary>
    public (double From, double To, double Cover, double? Height)? Body { get; init; }

    private double Down => High - Top - (Strength.Count > 0 ? StripHigh + 18 : 10);

    public string Says => $"Cut through what the radar shows, {Person.Run(LengthMetres)} long and down to {Person.Length(DeepestMetres)}";

    public string Svg
    {
        get
        {
            var svg = new StringBuilder();
            void Add(FormattableString text) => svg.Append(text.ToString(CultureInfo.InvariantCulture));
            Add($"<image href=\"{WebUtility.HtmlEncode(Picture)}\" x=\"{Left}\" y=\"{Top}\" width=\"{Across}\" height=\"{Down:0.#}\" preserveAspectRatio=\"none\"/><rect class=\"cut-frame\" x=\"{Left}\" y=\"{Top}\" width=\"{Across}\" height=\"{Down:0.#}\"/>");
            Axes(Add);
            foreach (var (from, to) in Unseen)
            {
                Add($"<rect class=\"cut-unseen\" x=\"{X(from):0.#}\" y=\"{Top}\" width=\"{X(to) - X(from):0.#}\" height=\"{Down:0.#}\"/>");
                var (middle, half) = ((X(from) + X(to)) / 2, Top + (Down / 2));
                if (X(to) - X(from) > UnseenLine)
                {
                    // Upright where it is too narrow to be read along.
                    FormattableString turned = $" transform=\"rotate(-90 {middle:0.#} {half:0.#})\" dy=\"4\"";
                    Add($"<text class=\"cut-said\" x=\"{middle:0.#}\" y=\"{half:0.#}\" text-anchor=\"middle\"{(X(to) - X(from) > UnseenWords ? "" : turned.ToString(CultureInfo.InvariantCulture))}>not walked</text>");
                }
            }

            if (FloorMetres is { } noise && noise < DeepestMetres)
            {
                Add($"<path class=\"cut-floor\" d=\"M{Left} {Y(noise):0.#}h{Across}\"/><text class=\"cut-said\" x=\"{Left + 6}\" y=\"{Y(noise) + 15:0.#}\">noise: nothing may be said below</text>");
            }

            if (Slice is var (depth, thick))
            {
                var (from, to) = (Y(Math.Max(0, depth - (thick / 2))), Y(Math.Min(DeepestMetres, depth + (thick / 2))));
                Add($"<rect class=\"cut-slice\" x=\"{Left}\" y=\"{from:0.#}\" width=\"{Across}\" height=\"{Math.Max(2, to - from):0.#}\"/>");
            }

            Strip(Add);
            foreach (var (along, cover) in Run)
            {
                Add($"<path class=\"cut-run\" d=\"M{X(along):0.#} {Y(Math.Max(0, cover - RunHalfMetres)):0.#}V{Y(cover + RunHalfMetres):0.#}\"/><circle class=\"cut-met\" cx=\"{X(along):0.#}\" cy=\"{Y(cover):0.#}\" r=\"4\"/>");
            }

            if (Body is var (start, end, top, high))
            {
                Add($"<path class=\"cut-body\" d=\"M{X(start):0.#} {Y(top + (high ?? 0.12)):0.#}V{Y(top):0.#}H{X(end):0.#}V{Y(top + (high ?? 0.12)):0.#}{(high is null ? "" : "Z")}\"/>");
            }

            return svg.ToString();
        }
    }

    private const double UnseenWords = 84;
    private const double UnseenLine = 15;

    /// <summary>From where to where along it no line saw anything.</summary>
    private IEnumerable<(double From, double To)> Unseen
    {
        get
        {
            var step = LengthMetres / Math.Max(1, Seen.Count - 1);
            for (var i = 0; i < Seen.Count; i++)
            {
                var first = i;
                while (i < Seen.Count && Seen[i] <= 0)
                {
                    i++;
                }

                if (i > first)
                {
                    yield return (Math.Max(0, (first - 0.5) * step), Math.Min(LengthMetres, (i - 0.5) * step));
                }
            }
        }
    }

    private double X(double metres) => Left + (Across * metres / LengthMetres);

    private double Y(double metres) => Top + (Down * metres / DeepestMetres);

    private void Axes(Action<FormattableString> add)
    {
        var unit = Person.Units == UnitSystem.FeetInches ? LengthText.MetresPerFoot : 1;
        foreach (var at in Ticks.Between(0, LengthMetres / unit, Ticks.Step(LengthMetres / unit * 80 / Across)))
        {
            add($"<path class=\"cut-tick\" d=\"M{X(at * unit):0.#} {Top}v-5\"/><text class=\"cut-text\" x=\"{X(at * unit):0.#}\" y=\"{Top - 9}\" text-anchor=\"middle\">{at:0.##}</text>");
        }

        foreach (var at in Ticks.Between(0, DeepestMetres / unit, Ticks.Step(DeepestMetres / unit / 6)))
        {
            add($"<path class=\"cut-tick\" d=\"M{Left} {Y(at * unit):0.#}h-5\"/><text class=\"cut-text\" x=\"{Left - 8}\" y=\"{Y(at * unit) + 4:0.#}\" text-anchor=\"end\">{at:0.##}</text>");
        }

        add($"<text class=\"cut-text\" x=\"4\" y=\"{Top - 9}\">{(unit == 1 ? "m" : "ft")}</text>");
    }

    /// <summary>The strength along the slice; where nobody saw anything the line breaks.</summary>
    private void Strip(Action<FormattableString> add)
    {
        if (Strength.Count == 0)
        {
            return;
        }

        var zero = High - 16.0;
        add($"<path class=\"cut-tick\" d=\"M{Left} {zero:0.#}h{Across}\"/><text class=\"cut-text\" x=\"{Left}\" y=\"{High - 3}\">strength along the cut, at the slice’s depth</text><path class=\"cut-strength\" d=\"");
        var isDown = false;
        for (var i = 0; i < Strength.Count; i++)
        {
            if (Seen[i] <= 0)
            {
                isDown = false;
                continue;
            }

            add($"{(isDown ? 'L' : 'M')}{X(LengthMetres * i / Math.Max(1, Strength.Count - 1)):0.#} {zero - ((StripHigh - 6) * Strength[i]):0.#}");
            isDown = true;
        }

        add($"\"/>");
    }
}
