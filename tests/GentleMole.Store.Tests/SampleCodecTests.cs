using GentleMole.Core;
using GentleMole.Store.Evidence;

namespace GentleMole.Store.Tests;

public class SampleCodecTests
{
    [Fact]
    public void Whatever_a_device_may_send_comes_back_bit_for_bit_and_in_order()
    {
        var random = new Random(11);
        for (var round = 0; round < 300; round++)
        {
            double? Maybe() => random.Next(3) == 0 ? null : random.Next(8) switch { 0 => 5e-324, 1 => 1e15, 2 => 0, 3 => -0.0, _ => (random.NextDouble() - 0.5) * Math.Pow(10, random.Next(-9, 9)) };
            var samples = Enumerable.Range(0, random.Next(0, 40)).Select(_ => new Sample(
                Guid.NewGuid(), Moments.OfTicks(random.NextInt64(630_000_000_000_000_000, 670_000_000_000_000_000)),
                random.Next(4) switch { 0 => "gas", 1 => "gas, \"old\"\n", 2 => new string('é', 200), _ => "🜁 steam" },
                Maybe() ?? 0, Maybe() ?? 0, Maybe(), Maybe(), Maybe(), Maybe(), Maybe(), Maybe())).ToList();

            Assert.Equal(samples, SampleCodec.Decode(SampleCodec.Encode(samples)));
        }
    }

    [Fact]
    public void Bytes_that_are_no_block_are_told_and_never_read_beyond()
    {
        var good = SampleCodec.Encode(StoreRoom.Samples(5));
        var random = new Random(5);
        for (var i = 0; i < 2000; i++)
        {
            var bad = good[..random.Next(good.Length)].Concat(new byte[random.Next(3)]).ToArray();
            if (bad.Length > 0)
            {
                bad[random.Next(Math.Min(7, bad.Length))] ^= (byte)(1 + random.Next(255));
            }

            Assert.Throws<InvalidDataException>(() => SampleCodec.Decode(bad));
        }
    }

    [Fact]
    public void A_sample_takes_less_than_a_hundred_bytes() =>
        Assert.InRange(SampleCodec.Encode(StoreRoom.Samples(500)).Length / 500.0, 40, 100);
}
