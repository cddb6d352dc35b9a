using GentleMole.Core.Fields;
using GentleMole.Core.Instruments;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Instruments;

public class CoilReceiverTests
{
    private static readonly ReceiverBuild Silent = new(RelativeNoise: 0, FloorTesla: 0);
    private static readonly WireSegment Line = new(new Vector3(0.3, -5000, -0.9), new Vector3(0.3, 5000, -0.9), 0.05);

    [Fact]
    public void Over_one_line_it_shows_the_true_depth_and_current()
    {
        var reading = new CoilReceiver([Line], Silent, new Random(1)).Read(new SitePoint(0.3, 0), new SitePoint(0, 1));

        Assert.Equal(0.9, reading.DepthMetres!.Value, 1e-4);
        Assert.Equal(0.05, reading.CurrentAmperes!.Value, 1e-5);
    }

    [Fact]
    public void Raised_it_shows_the_same_ground_and_the_sweep_finds_peak_and_null_in_one_place()
    {
        var receiver = new CoilReceiver([Line], Silent, new Random(1));
        var (peak, silent) = receiver.Sweep(new SitePoint(0, 0), new SitePoint(0, 1), 1.5, 0);

        Assert.Equal(0.9, receiver.Read(new SitePoint(0.3, 0), new SitePoint(0, 1), 0.3).DepthMetres!.Value, 1e-4);
        Assert.InRange(peak, 0.285, 0.315);
        Assert.InRange(silent, 0.285, 0.315);
        Assert.InRange(receiver.Sideways(new SitePoint(0.3, 0), new SitePoint(0, 1)), 0, 1e-9);
    }

    [Fact]
    public void Too_weak_a_signal_withholds_the_depth()
    {
        var faint = Line with { CurrentAmperes = 1e-7 };

        Assert.Null(new CoilReceiver([faint], new ReceiverBuild(), new Random(1)).Read(new SitePoint(0.3, 0), new SitePoint(0, 1)).DepthMetres);
    }
}
