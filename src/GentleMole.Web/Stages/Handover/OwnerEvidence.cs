using System.Globalization;
using GentleMole.Core.Ledger;
using GentleMole.Core.Site;
using GentleMole.Exchange.Scenes;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>What goes to the owner of a line that is not settled: what is asked, why, what was done and read. The same on the screen and in print.</summary>
internal sealed class OwnerEvidence(JobSheet sheet, SheetLine line, Person person)
{
    private const double RoundMetres = 6;
    private const double NearMetres = 5;
    private const int MostDots = 60;
    private const int MostPhotos = 6;

    private OwnerQuestion? _question;

    public SheetLine Line => line;

    public OwnerQuestion Question => _question ??= OwnerQuestion.Of(sheet, line, person);

    /// <summary>How its owner is reached, where the firm keeps it.</summary>
    public string Contact => sheet.Owners.FirstOrDefault(o => string.Equals(o.Name, line.Line.Owner, StringComparison.OrdinalIgnoreCase))?.Contact ?? "";

    public string To => $"To {line.Line.Owner}{(Contact.Length > 0 ? ", " + Contact : "")}";

    public string Title => $"Where is your {LineWords.Kind(line.Line.Kind)} line?";

    public IReadOnlyList<JudgedDot> Dots => [.. line.Dots.TakeLast(MostDots)];

    /// <summary>Photos of what stands by the line or belongs to its kind.</summary>
    public IReadOnlyList<(SiteFeature Feature, Photo Photo)> Photos => [.. sheet.Job.Features
        .Where(f => f.Points.Count > 0 && (f.Utility == line.Line.Kind || (line.BestRun is { } run && run.Project(f.Points[0]).Foot.DistanceTo(f.Points[0]) < NearMetres)))
        .SelectMany(f => f.Photos.Select(p => (f, p))).Take(MostPhotos)];

    /// <summary>Who asks, about what work, when, and what was answered so far.</summary>
    public IReadOnlyList<(string Name, string Value)> Head =>
    [
        ("Asked by", sheet.Firm.Name.Length > 0 ? sheet.Firm.Name : "–"),
        ("Work", $"{sheet.Job.Purpose}{(sheet.Job.DigDepthMetres is { } deep ? ", to " + person.Length(deep) : "")}{(sheet.Job.DigPlanned is { } planned ? $", {ClockWords.Day(planned)} {planned.Year}" : "")}"),
        ("Sheet", $"job {sheet.Job.Id}, {ClockWords.Day(sheet.Now.Date)} {sheet.Now.Year}"),
        ("Answer so far", LineWords.Answer(line.Line.Answer)),
    ];

    /// <summary>What is asked of the owner, one thing each.</summary>
    public IReadOnlyList<string> Asked =>
    [
        "Say where your line runs here and how deep, and which of your lines lie within 5 m of it; send the plan that shows it.",
        Question.Hole is { } hole
            ? $"Open a trial hole, or let it be opened, at {At(hole.Place)} (marked T on the plan), {hole.Why}: {person.Length(Math.Max(hole.AcrossMetres, 0.3))} to each side of it{(hole.DepthMetres is var (low, high) ? $", its centre expected from {person.Length(low)} to {person.Length(high)}" : ", its depth is not known")}. By hand or vacuum; depths here are to the centre, no clearance to dig to."
            : "Have somebody of yours come and show it: nobody knows where to open a trial hole.",
    ];

    /// <summary>Why it is asked.</summary>
    public IReadOnlyList<string> Why
    {
        get
        {
            var said = Question.Doubts.ToList();
            if (Ledger is { IsSound: false } ledger)
            {
                said.Add(ledger.Sentence);
            }

            return said.Count > 0 || line.Line.AnswerNote.Length > 0 ? said : ["Nothing that was read speaks against it. Say on the stage Marks why you ask."];
        }
    }

    /// <summary>How the signal was put on, a hookup each.</summary>
    public IReadOnlyList<string> Hookups => [.. sheet.Job.Hookups.Where(h => h.LineId == line.Line.Id).OrderBy(h => h.MadeAt).Select(h =>
        $"{LineWords.Method(h.Method)}{(h.ConnectedTo.Length > 0 ? " to " + h.ConnectedTo : "")}{(h.FrequencyHertz is { } hertz ? ", " + LineWords.Frequency(hertz) : "")}{(h.SentMilliamps is { } sent ? string.Create(CultureInfo.InvariantCulture, $", {sent:0.#} mA sent") : "")}")];

    /// <summary>What the current along it says, where enough was read.</summary>
    private LedgerTold? Ledger => sheet.HookupOf(line.Line.Id) is { } hookup && LineLedger.TaskOf(line, hookup) is { } task ? new LedgerTold(task, CurrentLedger.Of(task).Value, person) : null;

    public string PlanSays => string.Create(CultureInfo.InvariantCulture,
        $"Solid line: marked; broken: doubtful; dotted: owner's plan only. Thin line with broken edges: fitted to the dots, with its 95 % band. Hollow shapes: dots that are not on the line.{(Question.Hole is null ? "" : " T: the trial hole asked for.")} East and north are site metres from {sheet.Job.OriginLatitude:0.000000}°, {sheet.Job.OriginLongitude:0.000000}° (WGS84){(sheet.Job.OriginProvisional ? ", provisional" : "")}.");

    public const string Foot = "Until this is answered the line counts as not located. Local rules and the owner’s own people decide who may open the ground.";

    /// <summary>One dot in the cells of the table: number, place, peak to null, depth, current, verdict, whether it is on the line.</summary>
    public IReadOnlyList<string> Cells(JudgedDot dot)
    {
        var r = dot.Reading;
        return
        [
            r.Number.ToString(CultureInfo.InvariantCulture),
            string.Create(CultureInfo.InvariantCulture, $"{r.EastMetres:0.00}, {r.NorthMetres:0.00}"),
            r.NullOffsetMetres is { } apart ? person.Length(Math.Abs(apart)) : "–",
            dot.Judgement.Depth is { } d ? person.Length(d.Value) + " " + person.PlusMinus(d.HalfWidth) : "–",
            r.CurrentMilliamps is { } mA ? string.Create(CultureInfo.InvariantCulture, $"{mA:0.#} mA") : "–",
            MarkWords.Dot(dot.Verdict),
            (r.State == DotState.Accepted ? "yes" : "no") + (r.StateNote.Length > 0 ? ": " + r.StateNote : ""),
        ];
    }

    /// <summary>The part of the site that the question is about.</summary>
    public PlanDrawing Plan(int width, int height)
    {
        SitePoint[] points = [.. line.BestRun?.Points ?? [], .. line.Own?.Corners ?? [], .. Question.Hole is { } hole ? new[] { hole.Place } : []];
        var extras = new PlanExtras(TrialHole: Question.Hole?.Place, Followed: line.Traced.Points.Count is >= 3 and <= LineFollowed.MostAtOnce ? LineFollowed.Of(sheet, line).Fit : null);
        if (points.Length == 0)
        {
            return new PlanDrawing(sheet, person.Units, width, height, null, extras: extras);
        }

        var (west, east) = (points.Min(p => p.East) - RoundMetres, points.Max(p => p.East) + RoundMetres);
        var (south, north) = (points.Min(p => p.North) - RoundMetres, points.Max(p => p.North) + RoundMetres);
        var scale = Math.Max((east - west) / width, (north - south) / height);
        return new PlanDrawing(sheet, person.Units, SceneFrame.Plan(((west + east) / 2) - (width * scale / 2), ((north + south) / 2) + (height * scale / 2), scale, width, height), null, extras);
    }

    private static string At(SitePoint place) => string.Create(CultureInfo.InvariantCulture, $"{place.East:0.00} E, {place.North:0.00} N");
}
