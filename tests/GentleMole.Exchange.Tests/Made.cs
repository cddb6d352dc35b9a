using GentleMole.Core;
using GentleMole.Exchange.Drawings;

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

    /// <summary>A drawing read out of bytes, as out of a file that was sent.</summary>
    public static Result<Drawing> Read(byte[] content, string name)
    {
        var path = Path.Combine(Path.GetTempPath(), $"mole-test-{Guid.NewGuid():N}");
        File.WriteAllBytes(path, content);
        try
        {
            return DrawingReader.Read(path, name);
        }
        finally
        {
            File.Delete(path);
        }
    }
}
