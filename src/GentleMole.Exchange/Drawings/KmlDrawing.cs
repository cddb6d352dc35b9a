using System.Globalization;
using System.Xml;
using System.Xml.Linq;
using GentleMole.Core.Site;

namespace GentleMole.Exchange.Drawings;

/// <summary>KML 2.2: placemarks with points, lines, areas; folders are layers. WGS84, longitude first.</summary>
internal static class KmlDrawing
{
    private static readonly XmlReaderSettings Safe = new() { DtdProcessing = DtdProcessing.Prohibit, XmlResolver = null, MaxCharactersInDocument = DrawingReader.MostBytes };

    public static Drawing Read(byte[] content)
    {
        XDocument document;
        try
        {
            using var reader = XmlReader.Create(new MemoryStream(content), Safe);
            document = XDocument.Load(reader);
        }
        catch (XmlException error)
        {
            throw new DrawingException($"It is not well-formed XML (line {error.LineNumber}).");
        }

        if (document.Root?.Name.LocalName != "kml")
        {
            throw new DrawingException($"It is XML, but not KML: it begins with <{document.Root?.Name.LocalName}>.");
        }

        var skipped = new Dictionary<string, int>();
        var shapes = document.Descendants().Where(e => e.Name.LocalName == "Placemark").SelectMany(p => Shapes(p, skipped)).ToList();
        return new Drawing("KML", shapes, CoordinateSystems.Wgs84, 1, skipped);
    }

    private static IEnumerable<DrawnShape> Shapes(XElement placemark, Dictionary<string, int> skipped)
    {
        var properties = placemark.Descendants().Where(e => e.Name.LocalName == "Data" && e.Attribute("name") is not null)
            .GroupBy(e => e.Attribute("name")!.Value)
            .ToDictionary(g => g.Key, g => Child(g.First(), "value"));
        var name = Child(placemark, "name");
        if (name.Length > 0)
        {
            properties.TryAdd("name", name);
        }

        var folder = placemark.Ancestors().Where(a => a.Name.LocalName is "Folder" or "Document").Select(a => Child(a, "name")).FirstOrDefault(n => n.Length > 0);
        var layer = GeometryShapes.Layer(properties, folder ?? "kml");
        foreach (var geometry in placemark.Descendants())
        {
            DrawnKind? kind = geometry.Name.LocalName switch
            {
                "Point" => DrawnKind.Point,
                "LineString" => DrawnKind.Line,
                "Polygon" => DrawnKind.Area,
                _ => null,
            };
            if (geometry.Name.LocalName is "Model" or "Track")
            {
                skipped[geometry.Name.LocalName] = skipped.GetValueOrDefault(geometry.Name.LocalName) + 1;
            }

            if (kind is { } drawn && geometry.Descendants().FirstOrDefault(e => e.Name.LocalName == "coordinates") is { } coordinates)
            {
                var points = Coordinates(coordinates.Value);
                if (points.Count > 0)
                {
                    yield return new DrawnShape(layer, drawn, points, name, properties);
                }
            }
        }
    }

    private static List<SitePoint> Coordinates(string text)
    {
        var points = new List<SitePoint>();
        foreach (var tuple in text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))
        {
            var parts = tuple.Split(',');
            if (parts.Length < 2 || !Number(parts[0], out var x) || !Number(parts[1], out var y))
            {
                throw new DrawingException($"“{(tuple.Length > 30 ? tuple[..30] + "…" : tuple)}” is not a coordinate.");
            }

            points.Add(new SitePoint(x, y));
        }

        return points;
    }

    private static bool Number(string text, out double number) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out number) && double.IsFinite(number);

    private static string Child(XElement element, string name) => element.Elements().FirstOrDefault(e => e.Name.LocalName == name)?.Value.Trim() ?? "";
}
