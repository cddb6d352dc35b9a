using GentleMole.Core;
using GentleMole.Core.Grids;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Together;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>Responses of neighbouring profiles join into runs; somebody says what each is.</summary>
internal sealed partial class RunsPage(MoleDb db, SheetLoader loader, PlaceClock clock, RadarDesk desk, ProcessorGate gate) : RadarStagePage(db, loader)
{
    /// <summary>Run at hand, by its number.</summary>
    [BindProperty(SupportsGet = true, Name = "run")]
    public int? RunNumber { get; set; }

    /// <summary>What the profiles join up to; null while some are still searched, or there is none.</summary>
    public GridFinds? Finds { get; private set; }

    public IReadOnlyList<FoundRun> Found { get; private set; } = [];

    /// <summary>Profiles that lie nowhere.</summary>
    public int Placeless => Profiles.Count(p => p.PlaceAt(0) is null);

    public FoundRun? RunAtHand => Found.FirstOrDefault(f => f.Number == RunNumber);

    /// <summary>Below a run at hand: a cut along it.</summary>
    public override (string Part, object Model)? Lower => Along is { } along ? ("_Cut", along) : null;

    private CutDrawing? Along { get; set; }

    protected override Task PrepareWindowAsync() => LookAsync(wait: false);

    public async Task<IActionResult> OnGetAsync()
    {
        await LookAsync(wait: false);
        return Page();
    }

    /// <summary>What a run is: somebody decides. Its responses are taken with it.</summary>
    public async Task<IActionResult> OnPostFoundAsync()
    {
        await LookAsync(wait: true);
        var reader = Reader();
        var key = Request.Form["key"].ToString();
        if (Finds is not { } finds || Found.FirstOrDefault(f => f.Key(finds) == key) is not { } run)
        {
            return Refused([new FieldError("becomes", "The run has changed since with what was read. Look at it again.")]);
        }

        RunNumber = run.Number;
        var choice = FoundChoice.Read(reader, Sheet, run.Suggested, "Say why it is none: an old trench, a layer, a kerb’s foundation.");
        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var found = run.Decision is { } before ? await Db.Found.SingleAsync(f => f.Id == before.Id) : Db.Found.Add(new FoundLine { JobId = Id, Source = FoundBy.Radar }).Entity;
        PutDepths(found, run.Run, await AlongAsync(run));
        choice.Put(Db, Sheet, found, found.Points, Visitor.Name, clock.Moment);
        if (choice.Becomes != FoundAs.Ghost)
        {
            TakeResponses(finds, run.Run);
        }

        await SaveAsync();
        return Done(new { run = run.Number });
    }

    /// <summary>An unknown line is known now.</summary>
    public async Task<IActionResult> OnPostSettledAsync()
    {
        var reader = Reader();
        await FoundChoice.SettleAsync(reader, Db, Id, FoundBy.Radar, clock.Moment);
        if (!reader.IsGood)
        {
            await LookAsync(wait: false);
            return Refused(reader);
        }

        await SaveAsync();
        return Done();
    }

    /// <summary>One sentence to act on.</summary>
    public string Sentence
    {
        get
        {
            var open = Found.Count(f => f.Decision is null);
            var torn = Sheet.OpenHeld.Count;
            return torn > 0 && open == 0 ? $"Receiver and radar do not agree on {(torn == 1 ? "one run" : $"{torn} runs")}: say which is right."
                : Progress.All == 0 ? "No profile lies on the site yet."
                : Finds is null ? $"Looking through the profiles: {Progress.Searched} of {Progress.All} done."
                : Progress.All < 3 ? $"{(Progress.All == 1 ? "One line" : "Two lines")} make no run. Walk more beside {(Progress.All == 1 ? "it" : "them")}."
                : Found.Count == 0 ? $"Nothing goes on from line to line over {Progress.All} lines."
                : open > 0 ? $"{(Found.Count == 1 ? "One run" : $"{Found.Count} runs")} over {Progress.All} lines; {(open == 1 ? "one" : open)} to be said what {(open == 1 ? "it is" : "they are")}."
                : $"{(Found.Count == 1 ? "One run, decided." : $"{Found.Count} runs, all decided.")}";
        }
    }

    public string Shape => Finds is null || Found.Any(f => f.Decision is null) || Progress.All < 3 ? "open" : Sheet.OpenHeld.Count > 0 ? "caution" : Found.Count == 0 ? "caution" : "sound";

    /// <summary>That sentence with what stands under it; asked again until all is looked through.</summary>
    public Looking Looking => new(Finds is null && Progress.All > 0 ? AddressOf(RunNumber) : null, Shape, Sentence, Finds is null ? "What goes on over neighbouring lines is a utility, what does not is a stone." : Below);

    /// <summary>The page with one of them at hand.</summary>
    public string AddressOf(int? number) => $"/jobs/{Id}/radar/runs{(number is { } n ? $"?run={n}" : "")}";

    /// <summary>What a reader must know below the sentence.</summary>
    public string Below
    {
        get
        {
            var alone = Finds?.Runs.Isolated.Count ?? 0;
            var isolated = alone == 0 ? "" : $"{(alone == 1 ? "One response has" : $"{alone} responses have")} no neighbour: rock, root or rubble, or a line that ends there. {ByTrees}";
            var velocity = Finds?.Runs.Velocity is { } v ? $"The ground by all of them: {v.ToString("0.000", System.Globalization.CultureInfo.InvariantCulture)} m/ns{ByCalibration}. " : "";
            var left = Placeless > 0 ? $"{Placeless} profile{(Placeless == 1 ? " lies" : "s lie")} nowhere and {(Placeless == 1 ? "is" : "are")} left out. " : "";
            var gone = Gone > 0 ? $"The traces of {Gone} are gone. " : "";
            return $"{isolated}{velocity}{left}{gone}Nothing seen is no proof of an empty ground.";
        }
    }

    /// <summary>What the calibration has to say in their covers.</summary>
    private string ByCalibration
    {
        get
        {
            if (Calibration is not { Known: { } known } calibration)
            {
                return "";
            }

            var (torn, what) = (Found.Count(f => f.Run.IsTorn), $"{RadarWords.Velocity(known)}, {RadarWords.KnownBy(calibration)}");
            return torn == 0 ? $"; covers lean on the calibration too, {what}"
                : $"; the calibration, {what}, contradicts the curves of {(torn == Found.Count ? "all runs" : $"{torn} of {Found.Count} runs")} and has no say there: another ground, or one of them was read wrong";
        }
    }

    /// <summary>How many of the responses without a neighbour lie as roots do.</summary>
    private string ByTrees => Finds is { } finds && Sheet.Trunks is { Count: > 0 } trunks
        && finds.Runs.Isolated.Count(i => TreeRoots.IsNear(finds.PlaceOf(i), finds.Lines[i.Line].Targets[i.Target].Cover.Value, trunks)) is > 0 and var roots
            ? $"{(roots == 1 ? "One lies" : $"{roots} lie")} shallow within {Person.Length(TreeRoots.ReachMetres)} of a tree: likely roots. " : "";

    /// <summary>A run in words.</summary>
    public string Says(FoundRun found)
    {
        var run = found.Run;
        var covers = run.Points.Select(p => p.CoverMetres).ToList();
        var deep = covers.Max() - covers.Min() < 0.02 ? Person.Length(covers.Average()) : $"{Person.Length(covers.Min())} to {Person.Length(covers.Max())}";
        var angle = run.Points.Average(p => p.CrossingDegrees);
        return $"{(found.Decision is { } decided ? FoundChoice.Says(Sheet, decided, NoUtility) : Seems(found))} Met on {run.Points.Count} of {run.Crossed} lines that cross it, {Person.Run(run.LengthMetres)} long; its top {deep} ± {Person.Length(run.CoverUncertaintyMetres)} below the surface, {Person.PlusMinus(run.LateralUncertaintyMetres)} to the side. "
            + $"First lobe {RadarWords.Polarity(run.IsNormal)}.{ByReceiver(found)}{(angle < 75 ? $" Crossed at some {angle:0}°; its cover is put right for that." : "")}{Stacked(found)}{OverBody(found)}{NearTree(found)}";
    }

    /// <summary>Held against the dots of its line: as it was decided, else against the line that it lies on; null where there is none to hold it against.</summary>
    public WitnessHeld? HeldOf(FoundRun found) => found.Decision is { } decided ? Sheet.HeldOf(decided)
        : found.Near is { } near && SiteRules.IsRun([.. found.Run.Points.Select(p => p.Place)]) && new Run(found.Run.Points.Select(p => p.Place)) is { } way && way.Points.Count == found.Run.Points.Count
            ? LineTogether.Held(near.WithoutRadar.Points, new RadarWitness(0, way, [.. found.Run.Points.Select(p => p.CoverMetres)], found.Run.CoverUncertaintyMetres, found.Run.LateralUncertaintyMetres, found.Run.Probability), near.Line.OutsideDiameterMetres)
            : null;

    private string ByReceiver(FoundRun found)
    {
        if (HeldOf(found) is not { Meetings.Count: > 0 } held)
        {
            return "";
        }

        var answer = held.IsConflict && !held.IsOpen && found.Decision is { } decided ? $" {decided.HeldBy} says: {TogetherWords.Answer(held.Answer, held)}. {decided.HeldNote}." : "";
        return $" {TogetherWords.Says(held, Person)}{answer}";
    }

    /// <summary>Cover of a decided run as it is read with today's velocity, where that is another than was written down; null where it is the same.</summary>
    public static (double Then, double Now)? ChangedOf(FoundRun found)
    {
        var middle = found.Run.Points[found.Run.Points.Count / 2];
        return found.Decision?.Witness?.WrittenOtherwise(middle.Place, middle.CoverMetres) is { } was ? (was, middle.CoverMetres) : null;
    }

    /// <summary>Questions about runs that are not joined up now: their profiles are gone, or still searched.</summary>
    public IReadOnlyList<(SheetLine Line, WitnessHeld Held)> AskedElsewhere => [.. Sheet.OpenHeld.Where(o => !Found.Any(f => f.Decision?.Id == o.Held.Witness.Id))];

    /// <summary>Somebody says which is right where receiver and radar do not agree.</summary>
    public async Task<IActionResult> OnPostHeldAsync()
    {
        await LookAsync(wait: false);
        var reader = Reader();
        var id = reader.Whole("found", "", 1, int.MaxValue);
        if (Sheet.Job.Found.Find(f => f.Id == id) is not { Source: FoundBy.Radar } known || Sheet.HeldOf(known) is not { IsConflict: true } held)
        {
            return Refused([new FieldError("held", "They agree by now, or the run is decided otherwise. Look at it again.")]);
        }

        var (said, note) = (reader.Choice("held", HeldSaid.Nothing), reader.Text("heldNote", 500, required: true));
        if (said == HeldSaid.Nothing && !reader.Errors.Any(e => e.Field == "held"))
        {
            reader.Refuse("held", "Say which is right, or that they are two lines.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var found = await Db.Found.SingleAsync(f => f.Id == known.Id && f.JobId == Id);
        if (said == HeldSaid.TwoLines)
        {
            new FoundChoice(FoundAs.Unknown, FoundStep.Energise, note, null).Put(Db, Sheet, found, known.Points, Visitor.Name, clock.Moment);
            (found.HeldAs, found.HeldApartMetres, found.HeldNote, found.HeldBy, found.HeldAt) = (WitnessAnswer.Open, 0, "", "", null);
        }
        else
        {
            (found.HeldAs, found.HeldApartMetres, found.HeldNote, found.HeldBy, found.HeldAt) = (said == HeldSaid.Radar ? WitnessAnswer.Radar : WitnessAnswer.Receiver, Math.Round(held.ApartMetres, 3), note, Visitor.Name, clock.Moment);
        }

        await SaveAsync();
        return Done(new { run = RunNumber });
    }

    /// <summary>The covers of a decided run are read anew: the velocity has changed since.</summary>
    public async Task<IActionResult> OnPostAgainAsync()
    {
        await LookAsync(wait: true);
        var reader = Reader();
        var id = reader.Whole("found", "", 1, int.MaxValue);
        if (Found.FirstOrDefault(f => f.Decision?.Id == id) is not { } run)
        {
            return Refused([new FieldError("again", "The run has changed since with what was read. Look at it again.")]);
        }

        PutDepths(await Db.Found.SingleAsync(f => f.Id == id && f.JobId == Id), run.Run, await AlongAsync(run));
        await SaveAsync();
        return Done(new { run = run.Number });
    }

    /// <summary>A run's way and depths as they are read now, carried on to where somebody who walked along it saw it.</summary>
    private static void PutDepths(FoundLine found, RadarRun run, (RunWalk Walk, WalkedProfile Profile)? along)
    {
        var way = along is { } known ? known.Walk.Carried(run) : [.. run.Points.Select(p => (p.Place, p.CoverMetres))];
        found.Points = [.. way.Select(p => Rounded(p.Place))];
        found.CoversMetres = [.. way.Select(p => Math.Round(p.CoverMetres, 3))];
        (found.CoverHalfMetres, found.IsNormal, found.Probability, found.Lateral95Metres) = (Math.Round(run.CoverUncertaintyMetres, 4), run.IsNormal, run.Probability, run.LateralUncertaintyMetres);
        found.VelocityMetresPerNanosecond = Math.Round(run.VelocityMetresPerNanosecond, 5);
    }

    /// <summary>Said where another run lies over or under it, nearer than two can be told apart.</summary>
    private string Stacked(FoundRun found)
    {
        if (Found.Where(f => f.Number != found.Number).Select(f => (f.Number, Gap: found.Run.OverOrUnder(f.Run))).FirstOrDefault(f => f.Gap is not null) is not { Gap: { } gap } other)
        {
            return "";
        }

        var told = $" Run {other.Number} lies right over or under it, {Person.Length(gap)} apart";
        return Calibration?.Plan(Permittivity).ApartMetres is { } least && gap < least ? $"{told}: under {Person.Length(least)} one pipe can look like two, and two like one." : told + ".";
    }

    /// <summary>Said where most of a run lies over a body that somebody decided: what is wide looks like a short pipe to lines across it.</summary>
    private string OverBody(FoundRun found)
    {
        var over = Sheet.Job.Bodies.Find(b => b.IsDrawable && 2 * found.Run.Points.Count(p => b.Box.Holds(p.Place)) > found.Run.Points.Count);
        return over is null ? "" : $" Most of it lies over body {over.Number} ({BodyWords.Short(over.Becomes)}): it may be that, and no pipe.";
    }

    /// <summary>Said where a run may be the root of a tree that somebody placed.</summary>
    private string NearTree(FoundRun found) => TreeRoots.TrunkOf(found.Run, Sheet.Trunks) is { } trunk
        ? $" It is shallow, heads for the tree {Person.Run(Math.Min(trunk.DistanceTo(found.Run.Points[0].Place), trunk.DistanceTo(found.Run.Points[^1].Place)))} from its end and rises towards it: it may be a root. So may a cable; energise it or look, before it is called none."
        : "";

    /// <summary>What it lies on, in words; empty when on nothing that is known.</summary>
    public static string Near(FoundRun found) => FoundChoice.OnWhat(found.Record, found.Near);

    private string Seems(FoundRun found) => found.Suggested == FoundAs.Unknown
        ? "No plan and no trace of a line here."
        : $"Lies on the {Near(found)}, {Person.Length(found.ApartMetres ?? 0)} off on average.";

    public const string NoUtility = "no utility: trench edge, layer, rubble";

    protected override PlanExtras OnPlan => OverLines([]) with
    {
        Runs = Finds is { } finds
            ? new RunsOverlay(
                [.. Found.Select(f => ((IReadOnlyList<SitePoint>)[.. f.Run.Points.Select(p => p.Place)], f.Number, f.Run.LateralUncertaintyMetres, f.Decision is not null, $"/jobs/{Id}/radar/runs?run={f.Number}#run-{f.Number}"))],
                [.. finds.Runs.Isolated.Select(finds.PlaceOf)], RunNumber) { Wet = WetWays }
            : null,
    };

    private static SitePoint Rounded(SitePoint place) => new(Math.Round(place.East, 3), Math.Round(place.North, 3));

    /// <summary>What was found automatically and belongs to a run that somebody decided is taken as it was found.</summary>
    private void TakeResponses(GridFinds finds, RadarRun run)
    {
        foreach (var point in run.Points)
        {
            if (finds.At(point) is { Pick: null, Found: { } target })
            {
                var profile = finds.Profiles[point.Line];
                var pick = new RadarPick { JobId = Id, WalkedProfileId = profile.Id, State = RadarPickState.Accepted, Note = "with its run", By = Visitor.Name, At = clock.Moment };
                pick.TakeOver(target, profile.WheelFactor);
                Db.RadarPicks.Add(pick);
            }
        }
    }

    /// <param name="wait">What is decided needs what was found; a page does not wait for it.</param>
    private async Task LookAsync(bool wait)
    {
        Finds = await FindsAsync(desk, gate, wait);
        Found = Finds is null ? [] : FoundRun.Of(Sheet, Finds);
        if (Finds is not null && !wait)
        {
            MakeReady(desk);
        }

        if (RunAtHand is { } chosen && Finds is { } finds)
        {
            Wet = await desk.WetAsync(LaidOut(finds), chosen.Run, VelocityOfAll(desk).Value);
            Ends = await AlongAsync(chosen);
        }

        if (RunAtHand is { } run && await GridVolume.OfAsync(desk, Sheet, VelocityOfAll(desk).Value) is { Volume: { } volume } grid)
        {
            var way = new Run([.. run.Run.Points.Select(p => p.Place)]);
            Along = new CutDrawing(CutPicture(way.Points, grid.Velocity), way.Length, volume.DeepestMetres, Person)
            {
                FloorMetres = grid.FloorMetres, Run = [.. run.Run.Points.Select((p, i) => (way.ChainageOf(i), p.CoverMetres))], RunHalfMetres = run.Run.CoverUncertaintyMetres, Seen = volume.SeenAlong(way),
            };
        }
    }
}
