using GentleMole.Core.Grids;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;

namespace GentleMole.Core.Tests.Grids;

/// <summary>Slices through a grid of made-up profiles: what is strong where, and what is not said.</summary>
[Collection("works all processors")]
public class SliceVolumeTests
{
    private const double Permittivity = 9;
    private const double Cover = 0.8;
    private const double PipeNorth = 2.5;

    /// <summary>Lines northward every half metre over an east–west metal pipe.</summary>
    private static List<SliceLine> Lines(int count = 7, double spacing = 0.5, double loud = 1)
    {
        var ground = new RadarGround(5, 0.04, [new SoilLayer(0, Permittivity, 0.003)], [new BuriedBody(BuriedKind.Metal, PipeNorth, Cover, 0.05)], 0.14, 4e8, 4, 384, 0.1);
        return [.. Enumerable.Range(0, count).Select(i =>
        {
            var profile = new MadeUpRadar().Walk(ground, new Random(40 + i));
            profile = i == 1 && loud != 1 ? profile with { Samples = Array.ConvertAll(profile.Samples, s => (float)(s * loud)) } : profile;
            return new SliceLine(profile, DirectWave.Of(profile), new SitePoint(i * spacing, 0), new SitePoint(0, 1));
        })];
    }

    private static SliceVolume Volume(double loud = 1) => SliceVolume.Of(Lines(loud: loud), RadarWave.VelocityOf(Permittivity), 1.5);

    private static double At(DepthSlice slice, SitePoint place, bool isSeen = false)
    {
        var (column, row) = ((int)((place.East - slice.Corner.East) / slice.CellMetres), (int)((slice.Corner.North - place.North) / slice.CellMetres));
        return (isSeen ? slice.Seen : slice.Strength)[(row * slice.Across) + column];
    }

    [Fact]
    public void A_pipe_is_strong_along_its_way_at_its_depth_and_nowhere_else()
    {
        var volume = Volume();
        var slice = volume.At(Cover, 0.1);
        foreach (var east in new[] { 0.5, 1, 1.25, 2.2 })
        {
            Assert.True(At(slice, new(east, PipeNorth)) > 0.6);
            Assert.True(At(slice, new(east, 1)) < 0.2);
            Assert.True(At(slice, new(east, 4)) < 0.2);
        }

        Assert.True(At(volume.At(0.4, 0.1), new(1, PipeNorth)) < 0.3);
        Assert.True(At(volume.At(1.3, 0.1), new(1, PipeNorth)) < 0.4);
    }

    [Fact]
    public void What_lies_between_lines_is_fainter_and_what_no_line_saw_is_empty()
    {
        var slice = Volume().At(Cover, 0.1);
        Assert.True(At(slice, new(1, 2), isSeen: true) > 0.85);
        Assert.InRange(At(slice, new(1.25, 2), isSeen: true), 0.3, 0.65);
        Assert.InRange(At(slice, new(3.35, 2), isSeen: true), 0.2, 0.4);

        // Beyond three quarters of the way to the next line nothing is said, whatever lies there.
        for (var i = 0; i < slice.Seen.Length; i++)
        {
            var middle = slice.Middle(i % slice.Across, i / slice.Across);
            var (east, north) = (Math.Max(0, Math.Max(-middle.East, middle.East - 3)), Math.Max(0, Math.Max(-middle.North, middle.North - 5)));
            Assert.True(Math.Sqrt((east * east) + (north * north)) < 0.42 || slice.Seen[i] == 0);
            Assert.True(slice.Seen[i] > 0 || slice.Strength[i] == 0);
        }
    }

    [Fact]
    public void A_line_that_was_turned_up_is_not_stronger()
    {
        var (plain, loud) = (Volume().At(Cover, 0.1), Volume(loud: 30).At(Cover, 0.1));
        Assert.Equal(At(plain, new(0.5, PipeNorth)), At(loud, new(0.5, PipeNorth)), 0.05);
    }

    [Fact]
    public void A_cut_along_the_pipe_shows_it_all_along_and_one_across_shows_it_once()
    {
        var volume = Volume();
        var along = volume.Along(new Run([new(0, PipeNorth), new(3, PipeNorth)])).Strongest(Cover - 0.1, Cover + 0.15);
        Assert.All(along, s => Assert.True(s > 0.5));

        var cut = volume.Along(new Run([new(1.25, 0.5), new(1.25, 4.5)]));
        var across = cut.Strongest(Cover - 0.1, Cover + 0.15);
        var strongest = Array.IndexOf(across, across.Max()) * cut.StepMetres;
        Assert.Equal(PipeNorth - 0.5, strongest, 0.15);
        Assert.True(across[0] < 0.2 && across[^1] < 0.2);
        Assert.All(volume.Along(new Run([new(20, 20), new(25, 20)])).Seen, s => Assert.Equal(0, s));
    }

    [Fact]
    public void One_line_alone_is_a_strip()
    {
        var slice = SliceVolume.Of(Lines(1), RadarWave.VelocityOf(Permittivity), 1.5).At(Cover, 0.1);
        Assert.True(At(slice, new(0, PipeNorth)) > 0.6);
    }
}
