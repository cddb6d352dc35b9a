using System.Buffers.Binary;
using System.Diagnostics;
using System.Text;
using CsCheck;
using GentleMole.Core.Radar;
using GentleMole.Exchange.Radar;

namespace GentleMole.Exchange.Tests;

public class SegYTests
{
    private static RadarProfile Made(int traces = 5, int each = 7, double interval = 0.1) => new(
        [.. Enumerable.Range(0, traces * each).Select(i => (float)Math.Sin(i) * 1000)], each, interval, [.. Enumerable.Range(0, traces).Select(i => i * 0.04)], 0.14, 4e8);

    private static async Task<byte[]> BytesAsync(RadarProfile profile)
    {
        using var file = new MemoryStream();
        await SegYWriter.WriteAsync(profile, ["STEPS: NONE"], file);
        return file.ToArray();
    }

    private static async Task<Core.Result<RadarProfile>> ReadAsync(byte[] bytes, SampleIntervalUnit? unit = null) => await SegYReader.ReadAsync(new MemoryStream(bytes), unit);

    [Theory]
    [InlineData("easy", 201, 0.08, 4e8)]
    [InlineData("medium", 201, 0.09, 4e8)]
    [InlineData("cluttered", 221, 0.11, 3.5e8)]
    public async Task Worked_files_in_both_codes_are_read_and_come_back_byte_for_byte_where_they_say_the_same(string name, int traces, double interval, double hertz)
    {
        var bytes = await File.ReadAllBytesAsync(Path.Combine(AppContext.BaseDirectory, "reference", "radar", $"{name}.sgy"));
        var profile = (await ReadAsync(bytes)).Value;
        Assert.Equal((traces, 512, interval, 0.14, hertz), (profile.Traces, profile.SamplesEach, profile.IntervalNanoseconds, profile.SeparationMetres!.Value, profile.CentreHertz!.Value));
        var again = await BytesAsync(profile);
        Assert.Equal(bytes.Length, again.Length);
        for (var i = 0; i < traces; i++)
        {
            var at = 3600 + (i * (240 + 2048));
            Assert.Equal(bytes[(at + 240)..(at + 240 + 2048)], again[(at + 240)..(at + 240 + 2048)]);
            Assert.Equal(bytes[(at + 72)..(at + 76)], again[(at + 72)..(at + 76)]);
        }
    }

    [Fact]
    public void What_is_written_is_read_back_sample_for_sample() => Gen.Select(Gen.Int[1, 40], Gen.Int[1, 60], Gen.Int[1, 65_535], Gen.Single).Sample((traces, each, interval, value) =>
    {
        var profile = Made(traces, each, interval / 1000.0);
        profile.Samples[0] = float.IsFinite(value) ? value : 1;
        var bytes = BytesAsync(profile).GetAwaiter().GetResult();
        Assert.Equal(SegYWriter.LengthOf(profile), bytes.Length);
        var back = ReadAsync(bytes).GetAwaiter().GetResult().Value;
        Assert.Equal(profile.Samples, back.Samples);
        Assert.Equal(profile.AlongMetres.Select(a => Math.Round(a, 3)), back.AlongMetres.Select(a => Math.Round(a, 3)));
        Assert.Equal(profile.IntervalNanoseconds, back.IntervalNanoseconds, 1e-9);
    }, iter: 50);

    [Theory]
    [InlineData(1, 4, new byte[] { 0xC2, 0x76, 0xA0, 0x00 }, -118.625f)]
    [InlineData(2, 4, new byte[] { 0xFF, 0xFF, 0xFF, 0x00 }, -256f)]
    [InlineData(3, 2, new byte[] { 0x80, 0x00 }, -32768f)]
    [InlineData(5, 4, new byte[] { 0xC2, 0xED, 0x40, 0x00 }, -118.625f)]
    [InlineData(8, 1, new byte[] { 0x80 }, -128f)]
    public async Task Every_sample_format_is_read(int format, int size, byte[] sample, float value)
    {
        var bytes = (await BytesAsync(Made(1, 1)))[..(3600 + 240 + size)];
        BinaryPrimitives.WriteUInt16BigEndian(bytes.AsSpan(3224), (ushort)format);
        sample.CopyTo(bytes, 3840);
        Assert.Equal([value], (await ReadAsync(bytes)).Value.Samples);
    }

    [Theory]
    [InlineData(-1000, 2500, 2.5)]
    [InlineData(10, 3, 30.0)]
    [InlineData(0, 7, 7.0)]
    public async Task The_coordinate_scalar_multiplies_or_divides(short scalar, int x, double metres)
    {
        var bytes = await BytesAsync(Made(2));
        var second = 3600 + 240 + 28;
        BinaryPrimitives.WriteInt16BigEndian(bytes.AsSpan(second + 70), scalar);
        BinaryPrimitives.WriteInt32BigEndian(bytes.AsSpan(second + 72), x);
        Assert.Equal(metres, (await ReadAsync(bytes)).Value.AlongMetres[1], 1e-9);
    }

    [Fact]
    public async Task The_file_s_own_unit_wins_and_without_one_it_is_asked_for()
    {
        var bytes = await BytesAsync(Made());
        Assert.Equal(0.1, (await ReadAsync(bytes, SampleIntervalUnit.Microseconds)).Value.IntervalNanoseconds);
        Encoding.Latin1.GetBytes(new string(' ', 3200)).CopyTo(bytes, 0);
        Assert.Equal("sampleIntervalUnit", (await ReadAsync(bytes)).Errors.Single().Field);
        Assert.Equal(0.1, (await ReadAsync(bytes, SampleIntervalUnit.Picoseconds)).Value.IntervalNanoseconds);
        Assert.Equal("sampleIntervalUnit", (await ReadAsync(bytes, SampleIntervalUnit.Nanoseconds)).Errors.Single().Field);
        BinaryPrimitives.WriteUInt16BigEndian(bytes.AsSpan(3216), 2);
        Assert.Equal(2, (await ReadAsync(bytes, SampleIntervalUnit.Nanoseconds)).Value.IntervalNanoseconds);
    }

    [Theory]
    [InlineData("headers", "shorter than the headers")]
    [InlineData("none", "no trace")]
    [InlineData("cut", "cut short")]
    [InlineData("cut in header", "cut short")]
    [InlineData("format", "format 4")]
    [InlineData("interval", "interval is zero")]
    [InlineData("not a number", "no number")]
    [InlineData("uneven", "as many")]
    [InlineData("texts", "text headers")]
    [InlineData("endless texts", "further text headers")]
    [InlineData("no samples", "0 samples")]
    [InlineData("far", "farther")]
    public async Task What_is_wrong_with_a_file_is_said(string what, string part)
    {
        var bytes = await BytesAsync(Made());
        void Short(int at, int value) => BinaryPrimitives.WriteInt16BigEndian(bytes.AsSpan(at), (short)value);
        switch (what)
        {
            case "headers": bytes = bytes[..3000]; break;
            case "none": bytes = bytes[..3600]; break;
            case "cut": bytes = bytes[..^3]; break;
            case "cut in header": bytes = bytes[..(3600 + 100)]; break;
            case "format": Short(3224, 4); break;
            case "interval": Enumerable.Range(0, 5).ToList().ForEach(i => Short(3600 + (i * 268) + 116, 0)); Short(3216, 0); break;
            case "not a number": BinaryPrimitives.WriteSingleBigEndian(bytes.AsSpan(3840), float.NaN); break;
            case "uneven": Short(3600 + 268 + 114, 9); break;
            case "texts": Short(3504, 1); break;
            case "endless texts": Short(3504, -1); break;
            case "no samples": Short(3220, 0); Short(3600 + 114, 0); break;
            default: BinaryPrimitives.WriteInt32BigEndian(bytes.AsSpan(3600 + 268 + 72), int.MaxValue); Short(3600 + 268 + 70, 1000); break;
        }

        var refused = await ReadAsync(bytes);
        Assert.False(refused.IsGood);
        Assert.Equal("file", refused.Errors.Single().Field);
        Assert.Contains(part, refused.Errors.Single().Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Broken_bytes_are_refused_or_read_and_never_thrown_at_anybody()
    {
        var whole = await BytesAsync(Made(3, 20));
        Gen.Select(Gen.Int[0, whole.Length - 1].Array[1, 12], Gen.Byte, Gen.Int[0, whole.Length]).Sample((places, value, length) =>
        {
            var broken = whole[..length];
            foreach (var at in places.Where(p => p < length))
            {
                broken[at] = value;
            }

            var read = ReadAsync(broken, SampleIntervalUnit.Picoseconds).GetAwaiter().GetResult();
            Assert.True(!read.IsGood || read.Value.Samples.All(float.IsFinite));
        });
    }

    /// <summary>A program that is not ours reads what we write.</summary>
    [Fact]
    public async Task A_foreign_reader_reads_it()
    {
        if (!File.Exists("/usr/bin/segyio-crop"))
        {
            return;
        }

        var path = Path.Combine(Path.GetTempPath(), $"mole-{Guid.NewGuid():N}.sgy");
        var cut = path + ".cut";
        try
        {
            var profile = Made(12, 30);
            await File.WriteAllBytesAsync(path, await BytesAsync(profile));
            using var process = Process.Start(new ProcessStartInfo("/usr/bin/segyio-crop", [path, cut]) { RedirectStandardError = true, RedirectStandardOutput = true })!;
            await process.WaitForExitAsync();
            Assert.Equal(0, process.ExitCode);
            Assert.Equal(profile.Samples, (await ReadAsync(await File.ReadAllBytesAsync(cut), SampleIntervalUnit.Picoseconds)).Value.Samples);
        }
        finally
        {
            File.Delete(path);
            File.Delete(cut);
        }
    }
}
