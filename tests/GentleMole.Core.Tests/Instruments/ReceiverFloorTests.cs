using GentleMole.Core.Instruments;

namespace GentleMole.Core.Tests.Instruments;

/// <summary>A coil hears changes: its floor falls as the frequency rises.</summary>
public class ReceiverFloorTests
{
    private static readonly ReceiverProfile Receiver = new("test", [512, 8000], 0.4, 0.05, 0.01, 400);

    [Theory]
    [InlineData(8000, 1)]
    [InlineData(32_000, 0.5)]
    [InlineData(2000, 2)]
    [InlineData(500, 4)]
    [InlineData(50, 12.6491106)]
    [InlineData(1e6, 0.1)] // no lower than a tenth
    [InlineData(1, 14.1421356)] // no frequency under 40 Hz is heard worse than that
    public void Floor(double hertz, double times) => Assert.Equal(times * 0.05e-9, Receiver.FloorTesla(hertz), 0.05e-9 * 1e-6);
}
