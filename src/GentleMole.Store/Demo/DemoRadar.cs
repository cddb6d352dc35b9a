using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Store.Radar;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Store.Demo;

/// <summary>Radar over the bays of the car park, in the demo: calibrated, three lines walked across what is expected, the first begun to be read. The traces are simulated from the hidden ground.</summary>
internal static class DemoRadar
{
    private const double From = 19;
    private const double To = 51;
    private const double WheelFactor = 1.0052;

    public static async Task PutAsync(MoleDb db, Job job, Instant now, CancellationToken cancellation)
    {
        using var folder = new DataFolder(Path.GetDirectoryName(db.Database.GetDbConnection().DataSource)!);
        var random = new Random(9091);
        job.Calibrations.Add(new RadarCalibration
        {
            JobId = job.Id, Where = "bays, tarmac over made ground", Ground = RadarSoilKind.MoistSand, SiemensPerMetre = 0.005, AntennaHertz = 400e6, SeparationMetres = 0.14, DepthMetres = 1.6,
            BaseMetres = 20, CountedMetres = [19.89, 19.91, 19.88], KnownCoverMetres = 0.87, KnownNanoseconds = 17.2, KnownRadiusMetres = 0.059, Minutes = 25, By = "Jem Trewin", At = now.Plus(Duration.FromMinutes(-34)),
        });
        for (var i = 0; i < 3; i++)
        {
            var north = 17.4 + (0.6 * i);
            var way = new Run([new SitePoint(From, north), new SitePoint(To, north)]);
            var ground = RadarGround.Under(LidoGround.Pipes, way, LidoGround.Layers, 0.05, 400e6, 24, random);
            var profile = new MadeUpRadar().Walk(ground, random);
            var record = await TraceFile.KeepAsync(folder, profile with { AlongMetres = Array.ConvertAll(profile.AlongMetres, a => Math.Round(a / WheelFactor, 4)) }, cancellation).ConfigureAwait(false);
            (record.Name, record.By, record.At) = ($"bays {i + 1} (simulated)", "Jem Trewin", now.Plus(Duration.FromMinutes(-26 + (4 * i))));
            db.Profiles.Add(record);
            var walked = new WalkedProfile
            {
                JobId = job.Id, ProfileId = record.Id, Number = i + 1, Name = record.Name, StartEastMetres = From, StartNorthMetres = north, BearingDegrees = 90, WheelFactor = WheelFactor,
                Marks = i == 0 ? [new(3.98, "bay line"), new(13.93, "bay line"), new(23.87, "bay line")] : [], Steps = [.. RadarChain.Usual], By = record.By, At = record.At,
            };
            if (i == 0)
            {
                walked.Picks.AddRange(ground.Bodies.Where(b => b is { Kind: BuriedKind.Metal, AlongMetres: < 20 }).Take(2).Select(b => ByHand(job, b, ground, random, record.At)));
            }

            job.Profiles.Add(walked);
        }
    }

    /// <summary>A curve as a person lays it over a response that is plain to see.</summary>
    private static RadarPick ByHand(Job job, BuriedBody body, RadarGround ground, Random random, Instant at)
    {
        var velocity = ground.VelocityTo(body.CoverMetres) * (1 + (0.012 * ((2 * random.NextDouble()) - 1)));
        var curve = new Hyperbola(body.AlongMetres, body.CoverMetres, body.RadiusMetres, velocity);
        return new RadarPick
        {
            JobId = job.Id, State = RadarPickState.ByHand, AlongMetres = Math.Round(body.AlongMetres / WheelFactor, 3), TimeNanoseconds = Math.Round(ground.TimeZeroNanoseconds + curve.TimeAt(body.AlongMetres, ground.SeparationMetres), 2),
            CoverMetres = Math.Round(body.CoverMetres, 2), CoverHalfMetres = 0.04, VelocityMetresPerNanosecond = Math.Round(velocity, 4), VelocityHalfMetresPerNanosecond = 0.003, RadiusMetres = 0.05,
            CrossingDegrees = Math.Round(body.CrossingDegrees), IsNormal = false, TellsVelocity = body.CrossingDegrees > 75, By = "Jem Trewin", At = at.Plus(Duration.FromMinutes(12)),
        };
    }
}
