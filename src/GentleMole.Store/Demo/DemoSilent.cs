using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Sonde;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Store.Demo;

/// <summary>What carries no signal and what leaks, in the demo: a sonde pushed through the clay drain, a frame walked over a dead sheath. Readings are simulated from the hidden ground.</summary>
internal static class DemoSilent
{
    private static readonly SitePoint Chamber = new(33.2, 38);

    /// <summary>The drain from its chamber on, as it really lies: with a stretch that has sunk behind it.</summary>
    private static HiddenDrain Drain => new(new Run([Chamber, .. LidoGround.Drain.Run.Points.Skip(1)]), 1.38, 0.016, (13.5, 19, 0.2));

    /// <summary>Pushed from the chamber, in stops of four metres; the camera saw four things on the way.</summary>
    public static void Lido(Job job, Instant now)
    {
        var random = new Random(3307);
        var push = new SondePush
        {
            JobId = job.Id, LineId = job.Lines.Single(l => l.Kind == UtilityKind.Sewer).Id, Access = "chamber north of the bays", FrequencyHertz = 33_000, IsQuiet = true, IsSteady = true, CheckMetres = 1.01, InsideMetres = 0.15,
            By = "Orla", At = now.Plus(Duration.FromMinutes(-36)),
        };
        for (var i = 0; i < 8; i++)
        {
            var paid = 3.5 + (4 * i);
            var (strongest, ahead, behind, shown, turned) = Drain.Read(paid, random);
            var fix = new PushedFix
            {
                JobId = job.Id, PaidOutMetres = paid, EastMetres = Math.Round(strongest.East, 2), NorthMetres = Math.Round(strongest.North, 2), AheadMetres = Math.Round(ahead, 2), BehindMetres = Math.Round(behind, 2),
                ShownMetres = Math.Round(shown, 2), TurnedMetres = Math.Round(turned, 2), By = "Orla", At = now.Plus(Duration.FromMinutes(-34 + (3 * i))),
            };

            // Once the depth was typed wrong; the others say so.
            push.Fixes.Add(fix);
            if (i == 2)
            {
                (fix.ShownMetres, fix.TurnedMetres, fix.AheadMetres, fix.BehindMetres) = (0.92, null, null, null);
            }
        }

        push.Finds.AddRange(
        [
            new CameraFind { JobId = job.Id, PaidOutMetres = 6.4, Seen = CameraSeen.Joint, Clock = 7, By = "Orla", At = now.Plus(Duration.FromMinutes(-30)) },
            new CameraFind { JobId = job.Id, PaidOutMetres = 12.9, Seen = CameraSeen.StandingWater, Note = "a third full", By = "Orla", At = now.Plus(Duration.FromMinutes(-26)) },
            new CameraFind { JobId = job.Id, PaidOutMetres = 21.2, Seen = CameraSeen.Connection, Clock = 3, Note = "from the changing block", By = "Orla", At = now.Plus(Duration.FromMinutes(-20)) },
            new CameraFind { JobId = job.Id, PaidOutMetres = 27.7, Seen = CameraSeen.Roots, Clock = 12, By = "Orla", At = now.Plus(Duration.FromMinutes(-16)) },
        ]);
        job.Pushes.Add(push);
    }

    /// <summary>Walked over the spare sheath that was the hookup: one heavy leak, one that is not it.</summary>
    public static void Floodlights(Job job, Run cable, Instant now)
    {
        var random = new Random(88);
        var sheath = new MadeUpSheath([(0.3 * cable.Length, 0.6, 2.2), (0.72 * cable.Length, 0.55, 31)], 0.6);
        var search = new FaultSearch
        {
            JobId = job.Id, LineId = job.Lines.Single(l => l.Kind == UtilityKind.Electric).Id, FrameWidthMetres = 0.6, IsNearLifted = true, IsFarLifted = true, ForeignVolts = 0.4, SheathOhms = 14_000, StakeMetres = 12, ReferenceLevel = 62,
            PinnedMetres = [Math.Round(0.72 * cable.Length, 1)], By = "Orla", At = now.Plus(Duration.FromDays(-7) + Duration.FromHours(4)),
        };
        search.Levels.AddRange(sheath.Walk(random, 0.5).Readings.Where(r => r.AlongMetres <= cable.Length && (r.AlongMetres % 2 < 0.1 || sheath.Leaks.Any(l => Math.Abs(r.AlongMetres - l.Along) < 2.2)))
            .Select((r, i) => new FrameLevel { JobId = job.Id, AlongMetres = r.AlongMetres, Level = Math.Round(r.Level, 2), By = "Orla", At = search.At.Plus(Duration.FromMinutes(2 * i)) }));
        job.FaultSearches.Add(search);
    }
}
