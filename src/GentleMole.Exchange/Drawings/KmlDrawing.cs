using System.Globalization;
using System.Xml;
using System.Xml.Linq;
using GentleMole.Core.Site;

namespace GentleMole.Exchange.Drawings;

/// <summary>
/// KML 2.2: placemarks with points, lines, areas; folders are layers. WGS84, longitude first. Read placemark by placemark:
/// what lies around them is only walked through.
/// </summary>
internal static class KmlDrawing
{
    private static readonly XmlReaderSettings Safe = new() { DtdProcessing = DtdProcessing.Prohibit, XmlResolver = null, MaxCharactersInDocument = DrawingReader.MostBytes };

    public static Drawing Read(string path, ReadShapes shapes)
    {
        try
        {
            using var reader = XmlReader.Create(path, Safe);
            reader.MoveToContent();
            if (reader.LocalName != "kml")
            {
                throw new DrawingException($"It is XML, but not KML: it begins with <{reader.LocalName}>.");
            }

            Walk(reader, shapes);
            return new Drawing("KML", shapes.Shapes, CoordinateSystems.Wgs84, 1, shapes.Skipped);
        }
        catch (XmlException error)
        {
            throw new DrawingException($"It is not well-formed XML (line {error.LineNumber}).");
        }
    }

    private static void Walk(XmlReader reader, ReadShapes shapes)
    {
        // Names of the folders that are open, by their depth.
        var folders = new SortedDictionary<int, string>();
        reader.Read();
        while (!reader.EOF)
        {
            ReadShapes.Depth(reader.Depth);
            if (reader.NodeType == XmlNodeType.Element && reader.LocalName == "Placemark")
            {
                Take(Part(reader), folders.Reverse().Select(f => f.Value).FirstOrDefault(n => n.Length > 0), shapes);
                continue;
            }

            switch (reader.NodeType)
            {
                case XmlNodeType.Element when reader is { LocalName: "Folder" or "Document", IsEmptyElement: false }:
                    folders[reader.Depth] = "";
                    break;
                case XmlNodeType.Element when reader.LocalName == "name" && folders.ContainsKey(reader.Depth - 1):
                    folders[reader.Depth - 1] = Part(reader).Value.Trim();
                    continue;
                case XmlNodeType.EndElement when reader.LocalName is "Folder" or "Document":
                    folders.Remove(reader.Depth);
                    break;
            }

            reader.Read();
        }
    }

    /// <summary>One element with what is in it; how deep that goes is counted as it is read.</summary>
    private static XElement Part(XmlReader reader)
    {
        var root = new XElement(reader.LocalName);
        if (reader.IsEmptyElement)
        {
            reader.Read();
            return root;
        }

        var (open, depth) = (root, reader.Depth);
        while (reader.Read() && !(reader.NodeType == XmlNodeType.EndElement && reader.Depth == depth))
        {
            switch (reader.NodeType)
            {
                case XmlNodeType.Element:
                    ReadShapes.Depth(reader.Depth);
                    var child = new XElement(reader.LocalName);
                    if (reader.GetAttribute("name") is { } name)
                    {
                        child.SetAttributeValue("name", name);
                    }

                    open.Add(child);
                    open = reader.IsEmptyElement ? open : child;
                    break;
                case XmlNodeType.EndElement:
                    open = open.Parent!;
                    break;
                case XmlNodeType.Text or XmlNodeType.CDATA:
                    open.Add(reader.Value);
                    break;
            }
        }

        reader.Read();
        return root;
    }

    private static void Take(XElement placemark, string? folder, ReadShapes shapes)
    {
        var name = Child(placemark, "name");
        var data = placemark.Descendants("Data").Where(e => e.Attribute("name") is not null)
            .Select(e => KeyValuePair.Create(e.Attribute("name")!.Value, Child(e, "value")));
        var properties = shapes.Properties(name.Length > 0 ? data.Append(KeyValuePair.Create("name", name)) : data);
        var layer = GeometryShapes.Layer(properties, folder ?? "kml");
        foreach (var geometry in placemark.Descendants())
        {
            var (kind, coordinates) = geometry.Name.LocalName switch
            {
                "Point" => (DrawnKind.Point, geometry.Element("coordinates")),
                "LineString" => (DrawnKind.Line, geometry.Element("coordinates")),
                "Polygon" => (DrawnKind.Area, geometry.Element("outerBoundaryIs")?.Element("LinearRing")?.Element("coordinates")),
                _ => (default, null),
            };
            if (geometry.Name.LocalName is "Model" or "Track")
            {
                shapes.Skip(geometry.Name.LocalName);
            }

            if (coordinates is not null)
            {
                shapes.Add(layer, kind, Coordinates(coordinates.Value, shapes), name, properties);
            }
        }
    }

    private static List<SitePoint> Coordinates(ReadOnlySpan<char> text, ReadShapes shapes)
    {
        var points = new List<SitePoint>();
        var at = 0;
        while (true)
        {
            while (at < text.Length && char.IsWhiteSpace(text[at]))
            {
                at++;
            }

            if (at == text.Length)
            {
                return points;
            }

            var end = at;
            while (end < text.Length && !char.IsWhiteSpace(text[end]))
            {
                end++;
            }

            var tuple = text[at..end];
            var comma = tuple.IndexOf(',');
            var second = comma < 0 ? [] : tuple[(comma + 1)..];
            second = second.IndexOf(',') is >= 0 and var height ? second[..height] : second;
            if (comma < 0 || !Number(tuple[..comma], out var x) || !Number(second, out var y))
            {
                throw new DrawingException($"“{(tuple.Length > 30 ? tuple[..30].ToString() + "…" : tuple.ToString())}” is not a coordinate.");
            }

            shapes.Corners(1);
            points.Add(new SitePoint(x, y));
            at = end;
        }
    }

    private static bool Number(ReadOnlySpan<char> text, out double number) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out number) && double.IsFinite(number);

    private static string Child(XElement element, string name) => element.Element(name)?.Value.Trim() ?? "";
}
