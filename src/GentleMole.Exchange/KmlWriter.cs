using System.Globalization;
using System.Xml;
using NetTopologySuite.Geometries;

namespace GentleMole.Exchange;

/// <summary>The sheet as KML 2.2: one placemark a feature, what is said of it as data.</summary>
public static class KmlWriter
{
    private const string Namespace = "http://www.opengis.net/kml/2.2";

    public static void Write(ExportSheet sheet, Stream stream)
    {
        using var xml = XmlWriter.Create(stream, new XmlWriterSettings { CloseOutput = false, CheckCharacters = true });
        xml.WriteStartElement("kml", Namespace);
        xml.WriteStartElement("Document", Namespace);
        xml.WriteElementString("name", Namespace, Clean(sheet.JobName));
        foreach (var feature in sheet.Features)
        {
            var properties = sheet.PropertiesOf(feature).ToList();
            xml.WriteStartElement("Placemark", Namespace);
            xml.WriteElementString("name", Namespace, Clean(Name(properties)));
            xml.WriteStartElement("ExtendedData", Namespace);
            foreach (var (name, value) in properties)
            {
                xml.WriteStartElement("Data", Namespace);
                xml.WriteAttributeString("name", name);
                xml.WriteElementString("value", Namespace, Clean(Convert.ToString(value, CultureInfo.InvariantCulture) ?? ""));
                xml.WriteEndElement();
            }

            xml.WriteEndElement();
            WriteShape(xml, OnEarth.Shape(feature, sheet.Origin));
            xml.WriteEndElement();
        }

        xml.WriteEndElement();
        xml.WriteEndElement();
    }

    private static string Name(List<(string Name, object Value)> properties) => string.Join(' ', properties
        .Where(p => p.Name is "kind" or "utility" or "number" or "name").Select(p => p.Value));

    private static void WriteShape(XmlWriter xml, Geometry geometry)
    {
        switch (geometry)
        {
            case Point:
                xml.WriteStartElement("Point", Namespace);
                WriteCoordinates(xml, geometry.Coordinates);
                xml.WriteEndElement();
                break;
            case LineString:
                xml.WriteStartElement("LineString", Namespace);
                WriteCoordinates(xml, geometry.Coordinates);
                xml.WriteEndElement();
                break;
            default:
                xml.WriteStartElement("Polygon", Namespace);
                xml.WriteStartElement("outerBoundaryIs", Namespace);
                xml.WriteStartElement("LinearRing", Namespace);
                WriteCoordinates(xml, geometry.Coordinates);
                xml.WriteEndElement();
                xml.WriteEndElement();
                xml.WriteEndElement();
                break;
        }
    }

    private static void WriteCoordinates(XmlWriter xml, Coordinate[] coordinates) => xml.WriteElementString(
        "coordinates", Namespace, string.Join(' ', coordinates.Select(c => string.Create(CultureInfo.InvariantCulture, $"{c.X:0.#########},{c.Y:0.#########}"))));

    /// <summary>Characters that XML cannot hold are dropped rather than the file.</summary>
    private static string Clean(string text) => new([.. text.Where(XmlConvert.IsXmlChar)]);
}
