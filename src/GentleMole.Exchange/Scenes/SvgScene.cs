using System.Globalization;
using System.Net;
using System.Text;
using GentleMole.Core.Lines;

namespace GentleMole.Exchange.Scenes;

/// <summary>
/// Writes a scene as SVG. Colours are the variables of the style sheet it is shown with; with <paramref name="standsAlone"/>
/// they are written out, and the file needs nothing else.
/// </summary>
public sealed class SvgScene(Scene scene, SvgMode mode, bool standsAlone = false)
{
    private readonly StringBuilder _out = new();

    /// <summary>Two drawings on one page must not share the names of their symbols.</summary>
    private string _scope = mode == SvgMode.Units ? "u" : "p";

    /// <summary>Style class of a utility's paint.</summary>
    public static string PaintClass(UtilityKind kind) => "paint-" + kind.ToString().ToLowerInvariant();

    /// <summary>Symbols, layers and names, to stand inside an <c>svg</c> element.</summary>
    public string Inner()
    {
        _out.Clear();
        Symbols(scene.Layers);
        foreach (var layer in scene.Layers)
        {
            Write(layer);
        }

        Names();
        return _out.ToString();
    }

    /// <summary>One layer, with the symbols that it uses.</summary>
    public string Layer(string name)
    {
        _out.Clear();
        var layer = scene.Layer(name);
        _scope = (mode == SvgMode.Units ? "u-" : "p-") + name;
        Symbols([layer], "-" + name);
        Write(layer);
        return _out.ToString();
    }

    /// <summary>The names alone.</summary>
    public string Labels()
    {
        _out.Clear();
        Names();
        return _out.ToString();
    }

    /// <summary>A whole file, in pixels and with its colours.</summary>
    public static string File(Scene scene)
    {
        var frame = scene.Frame;
        return string.Create(CultureInfo.InvariantCulture, $"""
            <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {frame.Width} {frame.Height}" width="{frame.Width}" height="{frame.Height}" font-family="Atkinson Hyperlegible Next, Atkinson, sans-serif">
            <title>{Encoded(scene.Name)}</title>
            <rect width="{frame.Width}" height="{frame.Height}" fill="{Tints.Hex(Tint.Paper, null, scene.Custom)}"/>
            {new SvgScene(scene, SvgMode.Pixels, standsAlone: true).Inner()}
            </svg>
            """);
    }

    private void Symbols(IEnumerable<SceneLayer> layers, string of = "")
    {
        var used = layers.SelectMany(l => l.Shapes).OfType<SceneMark>().Where(m => !standsAlone).Select(m => m.Symbol).DistinctBy(s => s.Name).ToList();
        if (used.Count == 0)
        {
            return;
        }

        _out.Append(CultureInfo.InvariantCulture, $"<defs data-layer=\"symbols{of}\">");
        foreach (var symbol in used)
        {
            _out.Append(CultureInfo.InvariantCulture, $"<g id=\"{Id(symbol)}\">");
            Parts(symbol, null);
            _out.Append("</g>");
        }

        _out.Append("</defs>");
    }

    private string Id(SceneSymbol symbol) => $"sym-{_scope}-{symbol.Name}";

    private void Parts(SceneSymbol symbol, UtilityKind? paint)
    {
        foreach (var part in symbol.Parts)
        {
            if (part.Radius > 0)
            {
                _out.Append(CultureInfo.InvariantCulture, $"<circle cx=\"{Pixel(part.Points[0].X)}\" cy=\"{Pixel(part.Points[0].Y)}\" r=\"{Pixel(part.Radius)}\"");
            }
            else
            {
                _out.Append(part.IsArea ? "<polygon points=\"" : "<polyline points=\"");
                _out.AppendJoin(' ', part.Points.Select(p => $"{Pixel(p.X)},{Pixel(p.Y)}")).Append('"');
            }

            Attributes(part.Look, paint, part.Look.Name);
            _out.Append("/>");
        }
    }

    private void Write(SceneLayer layer)
    {
        _out.Append(CultureInfo.InvariantCulture, $"<g data-layer=\"{layer.Name}\"{(layer.IsDumb ? " aria-hidden=\"true\"" : "")}>");
        object? open = null;
        foreach (var shape in layer.Shapes)
        {
            // What looks alike and follows on another shares its attributes.
            var look = (shape.Paint, shape is ScenePath p ? p.Look : shape is SceneRound r ? r.Look : null, shape is SceneText t ? t.Look : null);
            if (!look.Equals(open))
            {
                _out.Append(open is null ? "" : "</g>").Append("<g");
                Group(look.Paint, look.Item2, look.Item3);
                _out.Append('>');
                open = look;
            }

            Write(shape);
        }

        _out.Append(open is null ? "</g>" : "</g></g>");
    }

    private void Group(UtilityKind? paint, Look? look, TextLook? text)
    {
        var classes = string.Join(' ', new[] { paint is { } kind ? PaintClass(kind) : null, look?.Name ?? text?.Name, look?.InUnits == true ? "in-units" : null }.Where(c => c is not null));
        if (classes.Length > 0)
        {
            _out.Append(CultureInfo.InvariantCulture, $" class=\"{classes}\"");
        }

        if (look is not null)
        {
            Attributes(look, paint, null);
        }

        if (text is not null)
        {
            Attributes(text, paint);
        }
    }

    private void Write(SceneShape shape)
    {
        if (shape.Link is { } link)
        {
            _out.Append(CultureInfo.InvariantCulture, $"<a href=\"{Encoded(link.Address)}\" aria-label=\"{Encoded(link.Says)}\">");
        }

        switch (shape)
        {
            case ScenePath path:
                _out.Append(path.IsArea ? "<polygon points=\"" : "<polyline points=\"").AppendJoin(' ', path.Points.Select(Point)).Append('"');
                End(shape, path.IsArea ? "polygon" : "polyline");
                break;
            case SceneRound round:
                var (cx, cy) = Place(round.Centre);
                _out.Append(CultureInfo.InvariantCulture, $"<circle cx=\"{cx}\" cy=\"{cy}\" r=\"{(mode == SvgMode.Units ? Unit(round.Radius) : Pixel(round.Radius / scene.Frame.UnitsAcross))}\"");
                End(shape, "circle");
                break;
            case SceneMark mark:
                Write(mark);
                break;
            case SceneImage image:
                Write(image);
                break;
            case SceneText text:
                Begin(text.Place);
                Text(text.Text, text.Right, text.Down, text.Anchor);
                _out.Append("</g>");
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(shape), shape, "A shape that this writer does not know.");
        }

        _out.Append(shape.Link is null ? "" : "</a>");
    }

    private void End(SceneShape shape, string element)
    {
        if (shape.Title is { Length: > 0 } title)
        {
            _out.Append(CultureInfo.InvariantCulture, $"><title>{Encoded(title)}</title></{element}>");
        }
        else
        {
            _out.Append("/>");
        }
    }

    private void Write(SceneMark mark)
    {
        Begin(mark.Place, mark.Turn);
        if (mark.Title is { Length: > 0 } title)
        {
            _out.Append(CultureInfo.InvariantCulture, $"<title>{Encoded(title)}</title>");
        }

        if (standsAlone)
        {
            Parts(mark.Symbol, mark.Paint);
        }
        else
        {
            _out.Append(CultureInfo.InvariantCulture, $"<use href=\"#{Id(mark.Symbol)}\"/>");
        }

        if (mark.LetterLook is { } look && mark.Letter.Length > 0)
        {
            _out.Append("<g");
            Attributes(look, mark.Paint);
            _out.Append('>');
            Text(mark.Letter, 0, look.Size * 0.35, 0);
            _out.Append("</g>");
        }

        _out.Append("</g>");
    }

    private void Write(SceneImage image)
    {
        var (units, frame) = (mode == SvgMode.Units, scene.Frame);
        var (width, height) = (Math.Abs(image.BottomRight.X - image.TopLeft.X), Math.Abs(image.TopLeft.Y - image.BottomRight.Y));
        var (x, y) = Place(image.TopLeft);
        string Size(double size) => units ? Unit(size) : Pixel(size / frame.UnitsAcross);
        _out.Append(CultureInfo.InvariantCulture, $"<image href=\"{Encoded(image.Address)}\" x=\"{x}\" y=\"{y}\" width=\"{Size(width)}\" height=\"{Size(height)}\" preserveAspectRatio=\"none\"");
        End(image, "image");
    }

    private void Names()
    {
        _out.Append("<g data-layer=\"labels\" aria-hidden=\"true\">");
        foreach (var label in scene.Labels)
        {
            Begin(label.Anchor);
            if (label.LeaderRight is { } right)
            {
                _out.Append(CultureInfo.InvariantCulture, $"<polyline class=\"leader\" points=\"0,0 {Pixel(right)},{Pixel(label.LeaderDown)}\" stroke=\"{Colour(Tint.Ink, null)}\" fill=\"none\"/>");
            }

            _out.Append("<g");
            _out.Append(CultureInfo.InvariantCulture, $" class=\"{label.Label.Look.Name}\"");
            Attributes(label.Label.Look, null);
            _out.Append('>');
            Text(label.Label.Text, label.Right, label.Down + (label.Label.Look.Size * 0.35), -1);
            _out.Append("</g></g>");
        }

        _out.Append("</g>");
    }

    /// <summary>Opens a group whose numbers are pixels round a place.</summary>
    private void Begin(ScenePoint place, double turn = 0)
    {
        var (x, y) = Place(place);
        var turned = turn == 0 ? "" : $" rotate({Pixel(turn)})";
        _out.Append(CultureInfo.InvariantCulture, $"<g transform=\"translate({x} {y}){turned}\"{(mode == SvgMode.Units ? " class=\"at\"" : "")}>");
    }

    private void Text(string text, double right, double down, int anchor)
    {
        var at = anchor switch { 0 => " text-anchor=\"middle\"", 1 => " text-anchor=\"end\"", _ => "" };
        _out.Append(CultureInfo.InvariantCulture, $"<text x=\"{Pixel(right)}\" y=\"{Pixel(down)}\"{at}>{Encoded(text)}</text>");
    }

    private void Attributes(Look look, UtilityKind? paint, string? name)
    {
        if (name is not null)
        {
            _out.Append(CultureInfo.InvariantCulture, $" class=\"{name}\"");
        }

        _out.Append(CultureInfo.InvariantCulture, $" fill=\"{Colour(look.Fill, paint)}\"");
        if (look.FillOpacity != 1)
        {
            _out.Append(CultureInfo.InvariantCulture, $" fill-opacity=\"{look.FillOpacity}\"");
        }

        if (look.Stroke == Tint.None)
        {
            return;
        }

        var width = look.InUnits && mode == SvgMode.Pixels ? look.Width / scene.Frame.UnitsAcross : look.Width;
        _out.Append(CultureInfo.InvariantCulture, $" stroke=\"{Colour(look.Stroke, paint)}\" stroke-width=\"{Unit(width)}\" stroke-linejoin=\"round\"");
        if (look.StrokeOpacity != 1)
        {
            _out.Append(CultureInfo.InvariantCulture, $" stroke-opacity=\"{look.StrokeOpacity}\"");
        }

        _out.Append(look.Dash.Length > 0 ? $" stroke-dasharray=\"{look.Dash}\"" : "").Append(look.RoundEnds ? " stroke-linecap=\"round\"" : "");
    }

    private void Attributes(TextLook look, UtilityKind? paint)
    {
        _out.Append(CultureInfo.InvariantCulture, $" font-size=\"{Pixel(look.Size)}\" fill=\"{Colour(look.Fill, paint)}\"");
        _out.Append(look.Bold ? " font-weight=\"700\"" : "");
        if (look.Halo != Tint.None)
        {
            _out.Append(CultureInfo.InvariantCulture, $" paint-order=\"stroke\" stroke=\"{Colour(look.Halo, paint)}\" stroke-width=\"4\" stroke-linejoin=\"round\"");
        }
    }

    private string Colour(Tint tint, UtilityKind? paint) => standsAlone ? Tints.Hex(tint, paint, scene.Custom) ?? "none" : tint switch
    {
        Tint.None => "none",
        Tint.OnPaint => "var(--on-paint)",
        Tint.Soil1 or Tint.Soil2 or Tint.Soil3 or Tint.Soil4 => $"var(--soil-{tint - Tint.Soil1 + 1})",
        Tint.Ground1 or Tint.Ground2 or Tint.Ground3 => $"var(--ground-{tint - Tint.Ground1 + 1})",
        Tint.Paint or Tint.Ink or Tint.Velvet or Tint.Paper or Tint.Panel or Tint.White => $"var(--{tint.ToString().ToLowerInvariant()})",
    };

    private string Point(ScenePoint p)
    {
        var (x, y) = Place(p);
        return $"{x},{y}";
    }

    private (string X, string Y) Place(ScenePoint p) => mode == SvgMode.Units
        ? (Unit(p.X), Unit(-p.Y))
        : (Pixel(scene.Frame.X(p.X)), Pixel(scene.Frame.Y(p.Y)));

    /// <summary>To a tenth of a millimetre.</summary>
    private static string Unit(double value) => value.ToString("0.####", CultureInfo.InvariantCulture);

    private static string Pixel(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);

    /// <summary>Text as a document may hold it: markup escaped, signs left out that no document may hold.</summary>
    private static string Encoded(string text) => WebUtility.HtmlEncode(new string([.. text.Where(c => c >= ' ')])) ?? "";
}
