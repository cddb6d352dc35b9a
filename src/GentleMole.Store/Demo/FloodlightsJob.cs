using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Practice;
using GentleMole.Core.Soil;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Store.Demo;

/// <summary>A finished job: everything answered and handed over.</summary>
internal static class FloodlightsJob
{
    private static readonly BuriedLine Cable = DemoLine.Of(
        UtilityKind.Electric, "armoured cable", 0.04, new SupposedEnd(EndSupposed.Open), new SupposedEnd(EndSupposed.Earthed, 8),
        (2, 4, 0.55), (14, 5, 0.58), (30, 11, 0.62), (44, 12, 0.6));

    private static readonly BuriedLine Main = DemoLine.Of(
        UtilityKind.Water, "ductile iron", 0.118, new SupposedEnd(EndSupposed.Open), SupposedEnd.GoesOn, (8, 32, 0.95), (10, 18, 0.98), (13, -2, 1.02));

    private static readonly HiddenGround Ground = new(SoilGround.Of(SoilKind.Loam), [Cable, Main], [], []);

    public static Job Make(Instant now)
    {
        var job = new Job
        {
            Name = "Kestrel Road school floodlights",
            Where = "Kestrel Road school, playing field, Pellow Bay",
            Digger = "Halloran Lighting",
            Contact = "P. Halloran, 555 0168",
            Purpose = "Two column bases 0.9 m square and a cable slot between them",
            Means = "Hand dig for bases, slot by chain trencher",
            DigDepthMetres = 1.2,
            ReceivedAt = now.InUtc().Date.PlusDays(-8).At(new LocalTime(9, 5)),
            DigPlanned = now.InUtc().Date.PlusDays(-2),
            DigCorners = [new(6, 13), new(36, 21), new(35.7, 22.2), new(5.7, 14.2)],
            Tape = [new(4, 8), new(40, 17)],
            OriginLatitude = 49.7278,
            OriginLongitude = -7.4031,
            OriginProvisional = false,
            CreatedAt = now.Plus(Duration.FromDays(-11)),
            Ground = SiteGround.Grass,
            HandedOverAt = now.Plus(Duration.FromDays(-6)),
        };
        job.Lines.AddRange(
        [
            new SoughtLine { Kind = UtilityKind.Electric, Owner = "Norrick Grid", Material = "armoured cable", OutsideDiameterMetres = 0.04, ExpectedRun = [new(2, 4.6), new(44, 11)], Answer = LineAnswer.Marked, AnsweredAt = now.Plus(Duration.FromDays(-6)) },
            new SoughtLine { Kind = UtilityKind.Water, Owner = "Pellow Water", Material = "ductile iron", OutsideDiameterMetres = 0.118, ExpectedRun = [new(8, 32), new(12, -2)], Answer = LineAnswer.Marked, AnsweredAt = now.Plus(Duration.FromDays(-6)) },
            new SoughtLine { Kind = UtilityKind.Gas, Owner = "Tamsin Gas", Answer = LineAnswer.Clear, AnswerNote = "Owner's plan shows no gas within 60 m; swept passively and by induction, nothing found.", AnsweredAt = now.Plus(Duration.FromDays(-6)) },
        ]);
        job.Features.AddRange(
        [
            new SiteFeature { Name = "sports hall", Shape = FeatureShape.Outline, Points = [new(28, 25), new(42, 25), new(42, 33), new(28, 33)] },
            new SiteFeature { Name = "Kestrel Road", Shape = FeatureShape.Line, Points = [new(-2, 0), new(46, 1)] },
        ]);
        DemoDesk.Floodlights(job, now);
        return job;
    }

    public static void Work(Job job, Instrument transmitter, Instrument receiver, Instant now)
    {
        var crew = new DemoCrew(job, Ground, transmitter, receiver, new Random(1999));
        var electric = crew.Connect(Cable, "spare sheath, dead and earthed, at pillar", new(2, 4), new(2.6, -4.2), 25, now.Plus(Duration.FromDays(-7)));
        var water = crew.Connect(Main, "valve spindle", new(8.3, 30), new(16.4, 31.2), 50, now.Plus(Duration.FromDays(-7) + Duration.FromHours(2)));
        crew.Walk(electric, Cable, [6.5, 11, 17, 23, 28, 33, 38], -1, now.Plus(Duration.FromDays(-7) + Duration.FromHours(1)));
        crew.Walk(water, Main, [7.5, 11, 15, 20, 25], -1, now.Plus(Duration.FromDays(-7) + Duration.FromHours(3)));
        DemoSilent.Floodlights(job, Cable.Run, now);
    }
}
