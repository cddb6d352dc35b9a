using System.Buffers.Binary;
using GentleMole.Core.Radar;

namespace GentleMole.Core.Tests.Radar;

/// <summary>A worked profile, read by a reader of the tests' own: floats in IEEE form, places in millimetres, the interval in picoseconds.</summary>
internal static class SgyFile
{
    public static RadarProfile Read(string name, double separation, double hertz)
    {
        var bytes = File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "reference", "radar", name));
        var each = BinaryPrimitives.ReadUInt16BigEndian(bytes.AsSpan(3220));
        var size = 240 + (4 * each);
        var count = (bytes.Length - 3600) / size;
        var (samples, along) = (new float[count * each], new double[count]);
        for (var i = 0; i < count; i++)
        {
            var at = 3600 + (i * size);
            along[i] = BinaryPrimitives.ReadInt32BigEndian(bytes.AsSpan(at + 72)) / 1000.0;
            for (var k = 0; k < each; k++)
            {
                samples[(i * each) + k] = BinaryPrimitives.ReadSingleBigEndian(bytes.AsSpan(at + 240 + (4 * k)));
            }
        }

        return new RadarProfile(samples, each, BinaryPrimitives.ReadUInt16BigEndian(bytes.AsSpan(3216)) / 1000.0, along, separation, hertz);
    }
}
