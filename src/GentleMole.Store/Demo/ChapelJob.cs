using GentleMole.Core.Job;
using GentleMole.Core.Notices;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Store.Radar;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Store.Demo;

/// <summary>A corner of a chapel yard in which nothing shows on the surface: two rows of graves, one of them quite decayed, and a pit. The traces are simulated from the hidden ground.</summary>
internal static class ChapelJob
{
    private const double Hertz = 400e6;
    private const double Spacing = 0.5;
    private const double Side = 6;

    /// <summary>Lines one way; as many go the other.</summary>
    private const int LinesEach = 13;

    private static readonly BuriedBlock[] Blocks =
    [
        Grave(1.6, 1.0, 83, 1.2, 6), Grave(1.7, 2.4, 86, 1.3, 5.5), Grave(1.5, 3.8, 82, 1.15, 6.5) with { IsOnlyDug = true, CoverMetres = 0, HeightMetres = 1.4 },
        Grave(4.3, 1.7, 84, 1.25, 5.8), Grave(4.4, 3.1, 87, 1.1, 5), new(new(4.4, 4.9), 20, 1.3, 1.1, 0, 1.1, 9) { IsOnlyDug = true },
    ];

    private static readonly SoilLayer[] Layers = [new(0, 8.2, 0.003), new(0.52, 10.8, 0.004)];

    private static readonly Lazy<IReadOnlyList<RadarProfile>> Walked = new(Walk);

    private static BuriedBlock Grave(double east, double north, double bearing, double cover, double inside) => new(new(east, north), bearing, 1.95, 0.66, cover, 0.36, inside) { IsDug = true };

    public static Job Make(Instant now) => new()
    {
        Name = "Chapel yard, north corner",
        Where = "Old chapel, Thorn Lane, Pellow Bay",
        Sought = JobSought.Graves,
        Digger = "Trustees of the old chapel",
        Contact = "O. Peake, 555 0177",
        Purpose = "A ramp to the side door is planned; the oldest book of burials is lost",
        Means = "None: nothing is opened",
        ReceivedAt = now.InUtc().Date.PlusDays(-6).At(new LocalTime(14, 5)),
        DigCorners = [new(0, 0), new(Side, 0), new(Side, Side), new(0, Side)],
        OriginLatitude = 49.7302,
        OriginLongitude = -7.4105,
        OriginProvisional = true,
        CreatedAt = now.Plus(Duration.FromDays(-6)),
        Ground = SiteGround.Grass,
        Features =
        {
            new SiteFeature { Name = "chapel", Shape = FeatureShape.Outline, Points = [new(-2, 7.4), new(7, 7.4), new(7, 11), new(-2, 11)] },
            new SiteFeature { Name = "yard wall", Shape = FeatureShape.Line, Points = [new(-1.2, -1), new(-1.2, 7.4)] },
        },
    };

    public static async Task WorkAsync(MoleDb db, Job job, Instant now, CancellationToken cancellation)
    {
        using var folder = new DataFolder(Path.GetDirectoryName(db.Database.GetDbConnection().DataSource)!);
        var at = now.Plus(Duration.FromHours(-26));
        job.Calibrations.Add(new RadarCalibration
        {
            JobId = job.Id, Where = "lawn by the wall", Ground = RadarSoilKind.MoistSand, SiemensPerMetre = 0.004, AntennaHertz = Hertz, SeparationMetres = 0.14, DepthMetres = 1.8,
            BaseMetres = 5, CountedMetres = [5.01, 5, 5.01], KnownCoverMetres = 0.9, KnownNanoseconds = 18.3, KnownRadiusMetres = 0.02, Minutes = 25, By = "Orla Penhale", At = at,
        });
        job.Grids.Add(new RadarGrid
        {
            JobId = job.Id, Number = 1, Area = [new(0, 0), new(Side, 0), new(Side, Side), new(0, Side)], ExpectedDegrees = 84, SpacingMetres = Spacing, IsBothWays = true, DeepestMetres = 1.8, BodyMetres = 0.6,
            Lines = [.. Enumerable.Range(0, 2 * LinesEach).Select(i => new PlannedLine(From(i), To(i)))], Note = "Lawn, cut short. Walked with the trustees present.", By = "Orla Penhale", At = at.Plus(Duration.FromMinutes(30)),
        });
        foreach (var (profile, i) in Walked.Value.Select((p, i) => (p, i)))
        {
            var record = await TraceFile.KeepAsync(folder, profile, cancellation).ConfigureAwait(false);
            (record.Name, record.By, record.At) = ($"yard {i + 1} (simulated)", "Orla Penhale", at.Plus(Duration.FromMinutes(34 + (2 * i))));
            db.Profiles.Add(record);
            job.Profiles.Add(new WalkedProfile
            {
                JobId = job.Id, ProfileId = record.Id, Number = i + 1, Name = record.Name, StartEastMetres = From(i).East, StartNorthMetres = From(i).North, BearingDegrees = i < LinesEach ? 0 : 90,
                Steps = [.. RadarChain.Usual], By = record.By, At = record.At, ReadAt = record.At.Plus(Duration.FromMinutes(70)),
            });
        }
    }

    /// <summary>First all towards the north, then all towards the east.</summary>
    private static SitePoint From(int line) => line < LinesEach ? new(Spacing * line, 0) : new(0, Spacing * (line - LinesEach));

    private static SitePoint To(int line) => line < LinesEach ? new(Spacing * line, Side) : new(Side, Spacing * (line - LinesEach));

    private static IReadOnlyList<RadarProfile> Walk()
    {
        var random = new Random(8126);
        return [.. Enumerable.Range(0, 2 * LinesEach).Select(i =>
        {
            var (from, to) = (From(i), To(i));
            var ground = RadarGround.Under([], new Run([from, to]), Layers, 0.05, Hertz, 3, random);
            return new MadeUpRadar().Walk(ground with { Samples = 420, Blocks = [.. Blocks.Select(b => b.From(from, (to - from).Unit()))] }, random);
        })];
    }
}
