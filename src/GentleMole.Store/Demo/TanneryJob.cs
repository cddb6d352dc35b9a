using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Notices;
using GentleMole.Core.Practice;
using GentleMole.Core.Radar;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Store.Model;
using GentleMole.Store.Radar;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Store.Demo;

/// <summary>A yard walked with a radar on a grid: a drain, a plastic gas service with a tracer wire, a pipe that is on no plan, a field of stones, a hollow, and a joint of the drain that leaks. The traces are simulated from the hidden ground.</summary>
internal static class TanneryJob
{
    private const double Hertz = 400e6;
    private const double WheelFactor = 0.9968;
    private const double Spacing = 0.6;
    private const double LengthNorth = 9;
    private const int Lines = 18;

    private static readonly BuriedLine Drain = DemoLine.Of(UtilityKind.Sewer, "clay", null, SupposedEnd.GoesOn, SupposedEnd.GoesOn, (-3, 2.1, 1.02), (5, 2.6, 1.1), (14, 3.1, 1.19));
    private static readonly BuriedLine Gas = DemoLine.Of(UtilityKind.Gas, "PE with tracer wire", null, new SupposedEnd(EndSupposed.Open), new SupposedEnd(EndSupposed.Earthed, 25), (-2, 4.2, 0.62), (4, 6.4, 0.64), (9.2, 8.7, 0.66));
    private static readonly BuriedLine Lead = DemoLine.Of(UtilityKind.Water, "lead", null, SupposedEnd.GoesOn, SupposedEnd.GoesOn, (2.2, 5.3, 0.71), (7, 5.1, 0.74), (13, 4.5, 0.78));
    private static readonly BuriedBlock Hollow = new(new(8.6, 7.1), 94, 2, 1.2, 0.7, 0.5, 1);

    private static readonly BuriedPipe[] Pipes = [new(Drain, BuriedKind.Air, 0.075), new(Gas, BuriedKind.Air, 0.0315), new(Lead, BuriedKind.Metal, 0.014)];

    private static readonly SoilLayer[] Layers = [new(0, 7.4, 0.003)];

    // Simulated once for a process: many a demo may be put in by one.
    private static readonly Lazy<IReadOnlyList<RadarProfile>> Walked = new(Walk);

    public static Job Make(Instant now)
    {
        var job = new Job
        {
            Name = "Tannery yard, drainage and paving",
            Where = "Old tannery yard, Alder Lane, Pellow Bay",
            Digger = "Cobb & Fenn Groundworks",
            Contact = "R. Fenn, 555 0191",
            Purpose = "Yard lifted and paved anew, gullies and a soakaway",
            Means = "Machine, 3 t",
            DigDepthMetres = 1,
            ReceivedAt = now.InUtc().Date.PlusDays(-4).At(new LocalTime(10, 20)),
            DigPlanned = now.InUtc().Date.PlusDays(4),
            DigCorners = [new(1, 1), new(10.5, 1), new(10.5, 8.5), new(1, 8.5)],
            OriginLatitude = 49.7259,
            OriginLongitude = -7.4188,
            OriginProvisional = true,
            CreatedAt = now.Plus(Duration.FromDays(-4)),
            Ground = SiteGround.Paved,
        };
        job.Lines.AddRange(
        [
            new SoughtLine { Kind = UtilityKind.Sewer, Owner = "Bay Drains Board", Material = "clay", OutsideDiameterMetres = 0.15, ExpectedRun = [new(-3, 2.9), new(14, 2.9)] },
            new SoughtLine { Kind = UtilityKind.Gas, Owner = "Tamsin Gas", Material = "PE, tracer wire", OutsideDiameterMetres = 0.063, ExpectedRun = [new(-2, 4.6), new(9, 9)] },
        ]);
        job.Features.AddRange(
        [
            new SiteFeature { Name = "drying shed", Shape = FeatureShape.Outline, Points = [new(-5, 10.4), new(9, 10.4), new(9, 14.5), new(-5, 14.5)] },
            new SiteFeature { Name = "yard wall", Shape = FeatureShape.Line, Points = [new(-5, -1.4), new(15, -1.4)] },
        ]);
        return job;
    }

    /// <summary>The tracer wire of the gas service, walked with a receiver before the grid: the yard's known target.</summary>
    public static void Trace(Job job, Instrument transmitter, Instrument receiver, Instant now)
    {
        var crew = new DemoCrew(job, new HiddenGround(SoilGround.Of(SoilKind.MoistSand), [Gas, Drain, Lead], [], []), transmitter, receiver, new Random(2204));
        var gas = crew.Connect(Gas, "tracer wire, valve box at the gate", new(-2, 4.2), new(-3.9, 9.2), 20, now.Plus(Duration.FromHours(-4)));
        crew.Walk(gas, Gas, [3.2, 5.2, 7.4, 9.8], -1, now.Plus(Duration.FromHours(-3.7)));
    }

    public static async Task WorkAsync(MoleDb db, Job job, Instant now, CancellationToken cancellation)
    {
        using var folder = new DataFolder(Path.GetDirectoryName(db.Database.GetDbConnection().DataSource)!);
        var at = now.Plus(Duration.FromHours(-3));
        job.Calibrations.Add(new RadarCalibration
        {
            JobId = job.Id, Where = "yard, setts on sand", Ground = RadarSoilKind.MoistSand, SiemensPerMetre = 0.003, AntennaHertz = Hertz, SeparationMetres = 0.14, DepthMetres = 1.3,
            BaseMetres = 10, CountedMetres = [10.03, 10.04, 10.03], Minutes = 18, By = "Jem Trewin", At = at,
        });
        job.Grids.Add(new RadarGrid
        {
            JobId = job.Id, Number = 1, Area = [new(0.2, 0), new(11, 0), new(11, LengthNorth), new(0.2, LengthNorth)], ExpectedDegrees = 90, SpacingMetres = Spacing, DeepestMetres = 1.3,
            Lines = [.. Enumerable.Range(0, Lines).Select(i => new PlannedLine(From(i), To(i)))], Note = "Setts, dry; two cars had to be moved.", By = "Jem Trewin", At = at.Plus(Duration.FromMinutes(20)),
        });
        foreach (var (profile, i) in Walked.Value.Select((p, i) => (p, i)))
        {
            var record = await TraceFile.KeepAsync(folder, profile, cancellation).ConfigureAwait(false);
            (record.Name, record.By, record.At) = ($"yard {i + 1} (simulated)", "Jem Trewin", at.Plus(Duration.FromMinutes(24 + (2 * i))));
            db.Profiles.Add(record);
            job.Profiles.Add(new WalkedProfile
            {
                JobId = job.Id, ProfileId = record.Id, Number = i + 1, Name = record.Name, StartEastMetres = From(i).East, StartNorthMetres = From(i).North, BearingDegrees = i % 2 == 0 ? 0 : 180, WheelFactor = WheelFactor,
                Steps = [.. RadarChain.Usual], By = record.By, At = record.At,
            });
        }
    }

    /// <summary>Up one line and down the next.</summary>
    private static SitePoint From(int line) => new(0.5 + (Spacing * line), line % 2 == 0 ? 0 : LengthNorth);

    private static SitePoint To(int line) => new(0.5 + (Spacing * line), line % 2 == 0 ? LengthNorth : 0);

    private static IReadOnlyList<RadarProfile> Walk()
    {
        var random = new Random(4417);
        return [.. Enumerable.Range(0, Lines).Select(i =>
        {
            var ground = RadarGround.Under(Pipes, new Run([From(i), To(i)]), Layers, 0.05, Hertz, 5, random);
            var field = Field(i, random);
            var profile = new MadeUpRadar().Walk(ground with { Wet = Wet(i), Samples = 360, Blocks = [Hollow.From(From(i), (To(i) - From(i)).Unit())], Bodies = [.. ground.Bodies.Concat(field).OrderBy(b => b.AlongMetres)] }, random);
            return profile with { AlongMetres = Array.ConvertAll(profile.AlongMetres, a => Math.Round(a / WheelFactor, 4)) };
        })];
    }

    /// <summary>A joint of the drain leaks: the ground round it is wet over three lines.</summary>
    private static IReadOnlyList<WetPatch> Wet(int line)
    {
        if (From(line).East is < 4 or > 5.6)
        {
            return [];
        }

        var (one, other) = (Math.Abs(1.7 - From(line).North), Math.Abs(3.4 - From(line).North));
        return [new WetPatch(Math.Min(one, other), Math.Max(one, other), 0.5, 1.5, 12.5, 0.03)];
    }

    /// <summary>Where an old wall was pulled down, in the south-east: stones by the dozen, some of them large.</summary>
    private static IEnumerable<BuriedBody> Field(int line, Random random)
    {
        for (var k = 0; k < (From(line).East > 7.5 ? 7 : 0); k++)
        {
            var north = 0.2 + (1.3 * random.NextDouble());
            yield return new BuriedBody(BuriedKind.Stone, Math.Abs(north - From(line).North), 0.2 + (0.7 * random.NextDouble()), 0.03 + (0.03 * random.NextDouble())) { Permittivity = 4.5 + random.NextDouble() };
        }
    }
}
