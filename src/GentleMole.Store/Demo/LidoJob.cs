using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Store.Demo;

/// <summary>The job in hand: a trench across five services, traced as far as one doubtful stretch.</summary>
internal static class LidoJob
{
    public static Job Make(Instant now)
    {
        var job = new Job
        {
            Name = "Lido car park charging bays",
            Where = "Lido car park, Strand Road, Pellow Bay",
            Digger = "Ashdown & Quill Groundworks",
            Contact = "R. Quill, 555 0117",
            Purpose = "Cable trench for eight charging bays, 46 m",
            Means = "Machine, by hand near marks",
            DigDepthMetres = 0.8,
            ReceivedAt = now.InUtc().Date.PlusDays(-4).At(new LocalTime(10, 20)),
            DigPlanned = now.InUtc().Date.PlusDays(3),
            DigCorners = [new(15, 24.2), new(61, 24.2), new(61, 25.8), new(15, 25.8)],
            Tape = [new(10, 20), new(64, 20)],
            OriginLatitude = 49.7306,
            OriginLongitude = -7.4093,
            OriginProvisional = false,
            CreatedAt = now.Plus(Duration.FromDays(-4)),
            Traffic = SiteTraffic.Light,
            OutlinedOn = now.InUtc().Date.PlusDays(-5),
        };
        job.Lines.AddRange(
        [
            new SoughtLine { Kind = UtilityKind.Water, Owner = "Pellow Water", Material = "ductile iron", OutsideDiameterMetres = 0.118, ExpectedRun = [new(21.8, 4), new(22.6, 33)], Answer = LineAnswer.Marked, AnsweredAt = now.Plus(Duration.FromHours(-3)) },
            new SoughtLine { Kind = UtilityKind.Gas, Owner = "Tamsin Gas", Material = "PE with tracer wire", OutsideDiameterMetres = 0.063, ExpectedRun = [new(46.6, 8), new(45.2, 40)] },
            new SoughtLine { Kind = UtilityKind.Electric, Owner = "Norrick Grid", Material = "armoured cable", OutsideDiameterMetres = 0.052, ExpectedRun = [new(25, 34.4), new(41, 34), new(49.5, 28), new(50, 18), new(57, 9), new(66, 8)] },
            new SoughtLine { Kind = UtilityKind.Communications, Owner = "Lanternet", Material = "fibre in duct, tracer", OutsideDiameterMetres = 0.11, ExpectedRun = [new(58.6, 3), new(58.6, 41)], Answer = LineAnswer.Marked, AnsweredAt = now.Plus(Duration.FromHours(-2)) },
            new SoughtLine { Kind = UtilityKind.Sewer, Owner = "Bay Drains Board", Material = "clay", OutsideDiameterMetres = 0.19, ExpectedRun = [new(33, 42), new(32, 3)], Answer = LineAnswer.Escalated, AnswerNote = "Clay, nothing metallic in it. Asked Bay Drains Board to open the chamber at 33.2 E, 38.0 N for a sonde.", AnsweredAt = now.Plus(Duration.FromHours(-1)) },
        ]);
        job.Features.AddRange(
        [
            new SiteFeature { Name = "Lido, changing block", Shape = FeatureShape.Outline, Surface = Core.Site.Surface.Building, Points = [new(9, 33.5), new(25, 33.5), new(25, 40), new(9, 40)] },
            new SiteFeature { Name = "Strand Road", Shape = FeatureShape.Line, Points = [new(5, 2.2), new(68, 2.2)] },
        ]);
        for (var i = 0; i < 9; i++)
        {
            var east = 18.0 + (i * 5);
            job.Features.Add(new SiteFeature { Name = "", Shape = FeatureShape.Line, Points = [new(east, 11.5), new(east, 17)] });
        }

        DemoDesk.Lido(job, now);
        return job;
    }

    /// <summary>Hookups and readings, once the lines have their ids.</summary>
    public static void Work(Job job, Instrument transmitter, Instrument receiver, Instant now)
    {
        var crew = new DemoCrew(job, LidoGround.Ground, transmitter, receiver, new Random(4711));
        var water = crew.Connect(LidoGround.Water, "hydrant body", new(20.7, 5.2), new(12.6, 5.9), 50, now.Plus(Duration.FromHours(-5)));
        var fibre = crew.Connect(LidoGround.Fibre, "tracer pin in chamber", new(59.4, 3.4), new(66.6, 4.2), 25, now.Plus(Duration.FromHours(-3)));
        var gas = crew.Connect(LidoGround.Gas, "tracer wire, valve box 3", new(46.6, 8.2), new(39.2, 8.0), 50, now.Plus(Duration.FromHours(-1)));
        crew.Walk(water, LidoGround.Water, [8, 12, 16, 20, 24, 27], -1, now.Plus(Duration.FromHours(-4.5)));
        crew.Walk(fibre, LidoGround.Fibre, [8, 13, 18, 23, 28, 33], -1, now.Plus(Duration.FromHours(-2.5)));
        crew.Walk(gas, LidoGround.Gas, [6.5, 8.4, 10.2, 14.5, 17.2], 3, now.Plus(Duration.FromMinutes(-50)));
        crew.Sweep(Round(job, gas, now), crew.On(gas), 2, int.MaxValue, now.Plus(Duration.FromMinutes(-58)));
        crew.Sweep(Bays(job, now), crew.Live(), 0.6, 21, now.Plus(Duration.FromMinutes(-40)));
        DemoSilent.Lido(job, now);
    }

    /// <summary>Round the gas hookup, with its signal on.</summary>
    private static Sweep Round(Job job, Hookup hookup, Instant now) => new()
    {
        JobId = job.Id, Kind = SweepKind.Circle, Mode = SweepMode.Active, CentreEast = hookup.ConnectionEast, CentreNorth = hookup.ConnectionNorth, RadiusMetres = SweepOrder.UsualRadiusMetres,
        ShallowestMetres = 0.4, DeepestMetres = 1.2, SoughtMilliamps = 10, ThresholdNanotesla = 0.3, SoughtLengthMetres = 8, LaidBy = "Orla", LaidAt = now.Plus(Duration.FromHours(-1)),
    };

    /// <summary>The bays and some metres round the dig, for what carries mains current.</summary>
    private static Sweep Bays(Job job, Instant now) => new()
    {
        JobId = job.Id, Kind = SweepKind.Grid, Mode = SweepMode.Power, Area = [new(16, 14), new(55, 14), new(55, 31), new(16, 31)], AlongDegrees = 0, SpacingMetres = 2.4, IsBothWays = true,
        ShallowestMetres = 0.4, DeepestMetres = 1.2, SoughtMilliamps = 10, ThresholdNanotesla = 0.3, SoughtLengthMetres = 12, Note = "Floodlights and lamp switched on.", LaidBy = "Orla", LaidAt = now.Plus(Duration.FromMinutes(-45)),
    };
}
