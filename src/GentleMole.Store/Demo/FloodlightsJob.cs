using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Practice;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Store.Demo;

/// <summary>A finished job: everything answered and handed over.</summary>
internal static class FloodlightsJob
{
    private static readonly BuriedLine Cable = LidoGround.Line(UtilityKind.Electric, "Norrick Grid", (2, 4, 0.55), (14, 5, 0.58), (30, 11, 0.62), (44, 12, 0.6));

    private static readonly BuriedLine Main = LidoGround.Line(UtilityKind.Water, "Pellow Water", (8, 32, 0.95), (10, 18, 0.98), (13, -2, 1.02));

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
            ReceivedAt = now.InUtc().Date.PlusDays(-11).At(new LocalTime(9, 5)),
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

    public static void Work(Job job, Instant now)
    {
        var electric = DemoHookup.Direct(job, UtilityKind.Electric, "spare sheath, dead and earthed, at pillar", new(2, 4), new(2.6, -4.2), 30, 12.4, now.Plus(Duration.FromDays(-7)));
        var water = DemoHookup.Direct(job, UtilityKind.Water, "valve spindle", new(8.3, 30), new(16.4, 31.2), 35, 21.0, now.Plus(Duration.FromDays(-7) + Duration.FromHours(2)));
        var random = new Random(1999);
        DemoHookup.Walk(job, electric, [new DrivenLine(Cable, s => 29 * Math.Exp(-0.005 * s))], Cable, [6.5, 11, 17, 23, 28, 33, 38], -1, random, now.Plus(Duration.FromDays(-7) + Duration.FromHours(1)));
        DemoHookup.Walk(job, water, [new DrivenLine(Main, s => 34 * Math.Exp(-0.008 * s))], Main, [7.5, 11, 15, 20, 25], -1, random, now.Plus(Duration.FromDays(-7) + Duration.FromHours(3)));
    }
}
