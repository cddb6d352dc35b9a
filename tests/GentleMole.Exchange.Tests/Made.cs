namespace GentleMole.Exchange.Tests;

internal static class Made
{
    /// <summary>The sheet as the bytes of a GeoPackage.</summary>
    public static byte[] GeoPackage(ExportSheet sheet)
    {
        using var stream = new MemoryStream();
        GeoPackageWriter.Write(sheet, stream);
        return stream.ToArray();
    }
}
