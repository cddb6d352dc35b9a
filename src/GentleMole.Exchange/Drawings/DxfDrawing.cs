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

    public static Drawing Read(byte[] content)
    {
        var pairs = Pairs(Encoding.UTF8.GetString(content));
        var shapes = new List<DrawnShape>();
        var skipped = new Dictionary<string, int>();
        var unit = 1.0;
        var section = "";
        for (var i = 0; i < pairs.Count;)
        {
            var (code, value) = pairs[i];
            if (code == 0 && value == "SECTION" && i + 1 < pairs.Count)
            {
                section = pairs[i + 1].Value;
                i += 2;
            }
            else if (section == "HEADER" && code == 9 && value == "$INSUNITS" && i + 1 < pairs.Count)
            {
                unit = UnitMetres(pairs[i + 1].Value);
                i += 2;
            }
            else if (section == "ENTITIES" && code == 0 && value is not ("ENDSEC" or "EOF"))
            {
                i = Entity(pairs, i, shapes, skipped);
            }
            else
            {
                i++;
            }
        }

        return new Drawing("DXF", shapes, "", unit, skipped);
    }

    /// <summary>The entity that begins at a pair; gives the place of the next one.</summary>
    private static int Entity(List<(int Code, string Value)> pairs, int start, List<DrawnShape> shapes, Dictionary<string, int> skipped)
    {
        var type = pairs[start].Value;
        var body = Body(pairs, start + 1, out var end);
        var layer = Text(body, 8, "0");
        var properties = Extended(body);
        void Add(DrawnKind kind, IReadOnlyList<SitePoint> points, string text = "")
        {
            if (points.Count > 0)
            {
                shapes.Add(new DrawnShape(layer, kind, points, text, properties));
            }
        }

        switch (type)
        {
            case "LINE":
                Add(DrawnKind.Line, [At(body, 10), At(body, 11)]);
                break;
            case "LWPOLYLINE":
                var closed = (Whole(body, 70) & 1) == 1;
                Add(closed ? DrawnKind.Area : DrawnKind.Line, Bulged(LightVertices(body), closed));
                break;
            case "POLYLINE":
                var isClosed = (Whole(body, 70) & 1) == 1;
                var vertices = new List<(SitePoint, double)>();
                while (end < pairs.Count && pairs[end] is (0, "VERTEX"))
                {
                    var vertex = Body(pairs, end + 1, out end);
                    // Control points of a fitted spline frame are not on the line.
                    if ((Whole(vertex, 70) & 16) == 0)
                    {
                        vertices.Add((At(vertex, 10), Real(vertex, 42, 0)));
                    }
                }

                if (end < pairs.Count && pairs[end] is (0, "SEQEND"))
                {
                    Body(pairs, end + 1, out end);
                }

                Add(isClosed ? DrawnKind.Area : DrawnKind.Line, Bulged(vertices, isClosed));
                break;
            case "ARC":
                Add(DrawnKind.Line, Arc(At(body, 10), Real(body, 40), Real(body, 50), Real(body, 51)));
                break;
            case "CIRCLE":
                Add(DrawnKind.Area, Arc(At(body, 10), Real(body, 40), 0, 360));
                break;
            case "POINT":
                Add(DrawnKind.Point, [At(body, 10)]);
                break;
            case "TEXT" or "MTEXT":
                Add(DrawnKind.Text, [At(body, 10)], string.Concat(body.Where(p => p.Code == 3).Select(p => p.Value)) + Text(body, 1, ""));
                break;
            default:
                skipped[type] = skipped.GetValueOrDefault(type) + 1;
                break;
        }

        return end;
    }

    private static List<(int Code, string Value)> Pairs(string text)
    {
        var pairs = new List<(int, string)>();
        using var reader = new StringReader(text);
        for (var line = 1; reader.ReadLine() is { } code; line += 2)
        {
            if (!int.TryParse(code.Trim(), NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number))
            {
                if (code.Trim().Length == 0 && reader.Peek() < 0)
                {
                    break;
                }

                throw new DrawingException($"It is not DXF: line {line} should be a group code.");
            }

            pairs.Add((number, reader.ReadLine()?.Trim() ?? throw new DrawingException("It breaks off in the middle of a pair.")));
        }

        return pairs.Exists(p => p is (2, "ENTITIES")) ? pairs : throw new DrawingException("It has no section of entities.");
    }

    private static List<(int Code, string Value)> Body(List<(int Code, string Value)> pairs, int start, out int end)
    {
        end = start;
        while (end < pairs.Count && pairs[end].Code != 0)
        {
            end++;
        }

        return pairs.GetRange(start, end - start);
    }

    /// <summary>Extended data of the form <c>name=value</c>.</summary>
    private static Dictionary<string, string> Extended(List<(int Code, string Value)> body) => body
        .Where(p => p.Code == 1000 && p.Value.Contains('=', StringComparison.Ordinal))
        .Select(p => p.Value.Split('=', 2))
        .GroupBy(p => p[0])
        .ToDictionary(g => g.Key, g => g.First()[1]);

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
    private static List<SitePoint> Bulged(List<(SitePoint Point, double Bulge)> vertices, bool closed)
    {
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

    private static List<SitePoint> Arc(SitePoint centre, double radius, double from, double to)
    {
        var sweep = ((to - from) % 360 + 360) % 360;
        sweep = sweep == 0 ? 360 : sweep;
        var steps = Math.Max(2, (int)Math.Ceiling(sweep / DegreesPerChord));
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
