using System.Globalization;
using System.Text;
using GentleMole.Core.Site;

namespace GentleMole.Exchange.Drawings;

/// <summary>
/// DXF as text: pairs of group code and value. Lines, polylines of both kinds with bulges, arcs, circles, points and texts
/// are read from the model's entities; what else there is is counted.
/// </summary>
internal static class DxfDrawing
{
    private const double DegreesPerChord = 5;

    public static Drawing Read(string path, ReadShapes shapes)
    {
        using var lines = new StreamReader(path, Encoding.UTF8);
        var pairs = new DxfPairs(lines);
        var unit = 1.0;
        var section = "";
        var hasEntities = false;
        while (!pairs.IsOver)
        {
            if (pairs.Is(0, "SECTION"))
            {
                pairs.Advance();
                section = pairs.IsOver ? "" : pairs.Value;
                hasEntities |= section == "ENTITIES";
                pairs.Advance();
            }
            else if (section == "HEADER" && pairs.Is(9, "$INSUNITS"))
            {
                pairs.Advance();
                unit = UnitMetres(pairs.Value);
            }
            else if (section == "ENTITIES" && pairs is { Code: 0, Value: not ("ENDSEC" or "EOF") })
            {
                Entity(pairs, shapes);
            }
            else
            {
                pairs.Advance();
            }
        }

        return hasEntities
            ? new Drawing("DXF", shapes.Shapes, "", unit, shapes.Skipped)
            : throw new DrawingException("It has no section of entities.");
    }

    /// <summary>The entity that begins here; ends before the next one.</summary>
    private static void Entity(DxfPairs pairs, ReadShapes shapes)
    {
        var type = pairs.Value;
        pairs.Advance();
        var body = pairs.Body();
        var layer = Text(body, 8, "0");
        var properties = shapes.Properties(Extended(body));
        void Add(DrawnKind kind, IReadOnlyList<SitePoint> points, string text = "") => shapes.Add(layer, kind, points, text, properties);
        switch (type)
        {
            case "LINE":
                shapes.Corners(2);
                Add(DrawnKind.Line, [At(body, 10), At(body, 11)]);
                break;
            case "LWPOLYLINE":
                var closed = (Whole(body, 70) & 1) == 1;
                Add(closed ? DrawnKind.Area : DrawnKind.Line, Bulged(LightVertices(body), closed, shapes));
                break;
            case "POLYLINE":
                var isClosed = (Whole(body, 70) & 1) == 1;
                Add(isClosed ? DrawnKind.Area : DrawnKind.Line, Bulged(OldVertices(pairs), isClosed, shapes));
                break;
            case "ARC":
                Add(DrawnKind.Line, Arc(At(body, 10), Real(body, 40), Real(body, 50), Real(body, 51), shapes));
                break;
            case "CIRCLE":
                Add(DrawnKind.Area, Arc(At(body, 10), Real(body, 40), 0, 360, shapes));
                break;
            case "POINT":
                shapes.Corners(1);
                Add(DrawnKind.Point, [At(body, 10)]);
                break;
            case "TEXT" or "MTEXT":
                shapes.Corners(1);
                Add(DrawnKind.Text, [At(body, 10)], string.Concat(body.Where(p => p.Code == 3).Select(p => p.Value).Append(Text(body, 1, ""))));
                break;
            default:
                shapes.Skip(type);
                break;
        }
    }

    private static List<(SitePoint, double)> OldVertices(DxfPairs pairs)
    {
        var vertices = new List<(SitePoint, double)>();
        while (pairs.Is(0, "VERTEX"))
        {
            pairs.Advance();
            var vertex = pairs.Body();

            // Control points of a fitted spline frame are not on the line.
            if ((Whole(vertex, 70) & 16) == 0)
            {
                vertices.Add((At(vertex, 10), Real(vertex, 42, 0)));
            }

            if (vertices.Count > Drawing.MostVertices)
            {
                break;
            }
        }

        if (pairs.Is(0, "SEQEND"))
        {
            pairs.Advance();
            pairs.Body();
        }

        return vertices;
    }

    /// <summary>Extended data of the form <c>name=value</c>.</summary>
    private static IEnumerable<KeyValuePair<string, string>> Extended(List<(int Code, string Value)> body) => body
        .Where(p => p.Code == 1000 && p.Value.Contains('=', StringComparison.Ordinal))
        .Select(p => p.Value.Split('=', 2))
        .Select(p => KeyValuePair.Create(p[0], p[1]));

    private static List<(SitePoint, double)> LightVertices(List<(int Code, string Value)> body)
    {
        var vertices = new List<(SitePoint Point, double Bulge)>();
        foreach (var (code, value) in body)
        {
            if (code == 10)
            {
                vertices.Add((new SitePoint(Number(value), 0), 0));
            }
            else if (code is 20 or 42 && vertices.Count > 0)
            {
                var (point, bulge) = vertices[^1];
                vertices[^1] = code == 20 ? (point with { North = Number(value) }, bulge) : (point, Number(value));
            }
        }

        return vertices;
    }

    /// <summary>Straight legs and arcs: a bulge is the tangent of a quarter of the arc's angle, positive to the left.</summary>
    private static List<SitePoint> Bulged(List<(SitePoint Point, double Bulge)> vertices, bool closed, ReadShapes shapes)
    {
        shapes.Corners(vertices.Count + 1);
        var points = new List<SitePoint>();
        for (var i = 0; i < vertices.Count; i++)
        {
            var (from, bulge) = vertices[i];
            points.Add(from);
            if (Math.Abs(bulge) < 1e-9 || (i == vertices.Count - 1 && !closed))
            {
                continue;
            }

            var to = vertices[(i + 1) % vertices.Count].Point;
            var chord = to - from;
            var angle = 4 * Math.Atan(bulge);
            var centre = ((from + to) * 0.5) - (chord.Right * ((1 - (bulge * bulge)) / (4 * bulge)));
            var steps = (int)Math.Ceiling(Math.Abs(angle) * 180 / Math.PI / DegreesPerChord);
            shapes.Corners(Math.Max(0, steps - 1));
            for (var k = 1; k < steps; k++)
            {
                var (sin, cos) = Math.SinCos(angle * k / steps);
                var arm = from - centre;
                points.Add(centre + new SitePoint((arm.East * cos) - (arm.North * sin), (arm.East * sin) + (arm.North * cos)));
            }
        }

        if (closed && points.Count > 0)
        {
            points.Add(points[0]);
        }

        return points;
    }

    private static List<SitePoint> Arc(SitePoint centre, double radius, double from, double to, ReadShapes shapes)
    {
        var sweep = ((to - from) % 360 + 360) % 360;
        sweep = sweep == 0 ? 360 : sweep;
        var steps = Math.Max(2, (int)Math.Ceiling(sweep / DegreesPerChord));
        shapes.Corners(steps + 1);
        return [.. Enumerable.Range(0, steps + 1).Select(k =>
        {
            var (sin, cos) = Math.SinCos((from + (sweep * k / steps)) * Math.PI / 180);
            return centre + new SitePoint(radius * cos, radius * sin);
        })];
    }

    private static SitePoint At(List<(int Code, string Value)> body, int code) => new(Real(body, code), Real(body, code + 10));

    private static string Text(List<(int Code, string Value)> body, int code, string otherwise)
    {
        var at = body.FindIndex(p => p.Code == code);
        return at < 0 ? otherwise : body[at].Value;
    }

    private static double Real(List<(int Code, string Value)> body, int code, double? otherwise = null) => body.FindIndex(p => p.Code == code) switch
    {
        >= 0 and var at => Number(body[at].Value),
        _ => otherwise ?? throw new DrawingException($"An entity lacks group {code}."),
    };

    private static int Whole(List<(int Code, string Value)> body, int code) => (int)Real(body, code, 0);

    private static double Number(string text) => double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
        ? number
        : throw new DrawingException($"“{(text.Length > 30 ? text[..30] : text)}” is not a number.");

    private static double UnitMetres(string code) => code switch
    {
        "1" => 0.0254,
        "2" => 0.3048,
        "4" => 0.001,
        "5" => 0.01,
        "7" => 1000,
        _ => 1,
    };
}
