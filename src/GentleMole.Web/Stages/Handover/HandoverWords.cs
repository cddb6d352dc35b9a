using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Bodies;
using GentleMole.Core.Handover;
using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>Sentences for the sheet that is handed over.</summary>
internal static class HandoverWords
{
    /// <summary>What is told about one utility.</summary>
    public static string Answer(JobSheet sheet, SheetLine line, Person person)
    {
        var found = line.Traced.Run is { } run
            ? $"{person.Run(run.Length)} traced through {Places(line)}, {SheetFeatures.MethodOf(sheet, line)}."
            : "Nothing traced.";
        return line.Line.Answer switch
        {
            LineAnswer.Marked => found,
            LineAnswer.Pending => found,
            LineAnswer.Clear or LineAnswer.NotFound or LineAnswer.Escalated => line.Line.AnswerNote,
        };
    }

    private static string Places(SheetLine line)
    {
        var (dots, radar) = (line.Traced.Points.Count(p => p.By != MarkedBy.Radar), line.Traced.Points.Count(p => p.By == MarkedBy.Radar));
        var (byHand, byRadar) = (dots == 1 ? "1 dot" : $"{dots} dots", radar == 1 ? "1 place by radar alone" : $"{radar} places by radar alone");
        return radar == 0 ? byHand : dots == 0 ? byRadar : $"{byHand} and {byRadar}";
    }

    /// <summary>What the tags of the camera on the plan mean; empty where none was pushed, or it saw nothing.</summary>
    public static string CameraKey(JobSheet sheet)
    {
        var seen = Enum.GetValues<Core.Sonde.CameraSeen>().Where(s => sheet.Job.Pushes.Any(p => p.Finds.Any(f => f.Seen == s))).Select(s => $"{SondeWords.Mark(s)} {SondeWords.Seen(s)}").ToList();
        return seen.Count == 0 ? "" : $"tags are what the camera saw ({string.Join(", ", seen)}); ";
    }

    /// <summary>What was found without a signal: pipes that were pushed through, what the camera saw, sheaths and wires.</summary>
    public static IReadOnlyList<string> Silent(JobSheet sheet, Person person)
    {
        var said = new List<string>();
        foreach (var (line, told) in sheet.Lines.SelectMany(l => l.Pushes.Select(p => (l, p))))
        {
            if (told.Route is { } route)
            {
                said.Add($"{LineWords.Kind(line.Line.Kind)}, {line.Line.Owner}: {SheetFeatures.MethodOf(told)}, {told.Stops.Count} stops. {SondeWords.Route(route, person, i => told.Stops.ToList().IndexOf(told.Joined[i]) + 1)}");
            }

            if (told.Finds.Count > 0)
            {
                said.Add($"Camera from {told.Push.Access}: " + string.Join("; ", told.Finds.Select(f =>
                    $"{SondeWords.Seen(f.Find.Seen)} after {person.Run(f.Find.PaidOutMetres)} of cable{(f.Find.Clock is { } hour ? $", {hour} o’clock" : "")}{(f.Spot is { } spot ? $", at {At(spot.Place, person)} ± {person.Length(1.96 * spot.SigmaMetres)}" : "")}{(f.Find.Note.Length > 0 ? $" ({f.Find.Note})" : "")}")) + ".");
            }
        }

        foreach (var told in sheet.Searches.Where(s => s.Search.SheathOhms is not null))
        {
            said.Add($"{LineWords.Kind(told.Line.Line.Kind)}, {told.Line.Line.Owner}: sheath {FaultWords.Ohms(told.Search.SheathOhms!.Value)} to earth, {FaultWords.ClassInFull(Core.Fault.FaultRules.ClassOf(told.Search.SheathOhms.Value))}. {(told.Finding is { } finding ? FaultWords.Finding(finding, person.Units, told.Search.PinnedMetres) : "")}".TrimEnd());
        }

        foreach (var wire in sheet.Job.MeasuredWires.OrderBy(w => w.Id))
        {
            said.Add($"Wire {wire.Name}: {(Core.Fault.WireFault.Of(wire.Test) is { IsGood: true } fault ? FaultWords.Wire(fault.Value, wire.Test, person.Units) : "not measured rightly")}");
        }

        return said;
    }

    /// <summary>A paper by the name that people buy it under.</summary>
    public static string Paper(Exchange.Print.Paper paper) => paper.Name.Length == 2 ? paper.Name.ToUpperInvariant() : Capital(paper.Name);

    private const int MostPhotos = 6;

    /// <summary>A few photos of what was seen; the rest stay with the job.</summary>
    public static IReadOnlyList<(SiteFeature Feature, Photo Photo)> Photos(JobSheet sheet) =>
        [.. sheet.Job.Features.Where(f => f.Points.Count > 0).SelectMany(f => f.Photos.Select(p => (f, p))).Take(MostPhotos)];

    /// <summary>A few photos of the marks on the ground.</summary>
    public static IReadOnlyList<(SoughtLine Line, Photo Photo)> MarkPhotos(JobSheet sheet) => [.. sheet.Lines.SelectMany(l => l.Line.Photos.Select(p => (l.Line, p))).Take(MostPhotos)];

    /// <summary>A few pictures out of pipes.</summary>
    public static IReadOnlyList<(FindTold Find, Photo Photo)> CameraPhotos(JobSheet sheet) =>
        [.. sheet.Lines.SelectMany(l => l.Pushes).SelectMany(p => p.Finds).SelectMany(f => f.Find.Photos.Select(p => (f, p))).Take(MostPhotos)];

    /// <summary>How the place of the origin is known, what levels and ± mean.</summary>
    public static string Legend(JobSheet sheet) => string.Create(CultureInfo.InvariantCulture,
        $"East and north are site metres from the origin at {sheet.Job.OriginLatitude:0.000000}°, {sheet.Job.OriginLongitude:0.000000}° (WGS84){(sheet.Job.OriginProvisional ? ", provisional: not tied to a measured position" : "")}. Levels: A exposed and measured; B found and measured in the field; C position only; D records or a gap. ± are 95 %. Cover is depth less half the outside diameter.{(sheet.Lines.Any(l => l.Together.HasRadar) ? " Places r1, r2 were found by radar alone; where receiver and radar agree, depth and ± are those of both." : "")}");

    /// <summary>Under what conditions it was read, and what of them may change.</summary>
    public static string Conditions(JobSheet sheet)
    {
        var dots = sheet.Lines.SelectMany(l => l.Dots).Select(d => d.Reading).Where(r => r.State == DotState.Accepted).ToList();
        var days = dots.Select(r => PlaceClock.Local(r.TakenAt, sheet.Firm.TimeZone).Date).Distinct().Order().ToList();
        var receivers = dots.Select(sheet.ReceiverOf).OfType<Instrument>().Select(i => i.Name).Distinct().Order(StringComparer.Ordinal).ToList();
        var read = days.Count == 0 ? "" : $"Read {ClockWords.Day(days[0])} {days[0].Year}{(days.Count > 1 ? $" to {ClockWords.Day(days[^1])} {days[^1].Year}" : "")}{(receivers.Count > 0 ? $" with {string.Join(", ", receivers)}" : "")}. ";
        var ground = sheet.Job.Ground switch { SiteGround.Paved => "paved", SiteGround.Grass => "grass", SiteGround.Rough => "rough", SiteGround.Overgrown => "overgrown" };
        var traffic = sheet.Job.Traffic switch { SiteTraffic.None => "none", SiteTraffic.Light => "light", SiteTraffic.Busy => "busy" };
        return string.Create(CultureInfo.InvariantCulture, $"Conditions: {read}Ground {ground}; traffic {traffic}; soil taken as {sheet.Job.SoilOhmMetres:0} Ω·m. Works, new paving, a surface that was cut or filled, wet or dry ground change depths and what is heard: then it is located again.");
    }

    /// <summary>What the drawing's lines and letters mean.</summary>
    public static string PlanLegend(JobSheet sheet) => sheet.Lines.Count == 0 ? ""
        : $"Solid line: marked; broken: doubtful; dotted: owner's plan only. Letters: {string.Join(", ", sheet.Lines.Select(l => Utilities.Letter(l.Line.Kind) + " " + LineWords.Kind(l.Line.Kind)).Distinct())}. Pale band: tolerance zone.{(sheet.HasDig ? " Grey: no machine. Numbers: what to expose first." : "")}";

    public const string LogFact = "Log";

    /// <summary>What is otherwise than on the sheet before, of one thing.</summary>
    public static string Change(ClaimChange change, Person person)
    {
        var line = change.After ?? change.Before;
        var name = line is null ? "" : Capital($"{LineWords.Kind(line.Kind)} ({line.Owner})");
        var by = Math.Abs(change.ByMetres ?? 0);
        return change.Kind switch
        {
            ClaimChangeKind.Validity => $"It holds {(change.HoldsUntil is { } day ? $"until {ClockWords.Day(day)} {day.Year}" : "for no day: nothing is marked")}; before, {(change.HeldUntil is { } old ? $"until {ClockWords.Day(old)} {old.Year}" : "nothing was marked")}.",
            ClaimChangeKind.Came => $"{name} is new on the notice: {LineWords.Answer(change.After!.Answer)}.",
            ClaimChangeKind.Went => $"{name} is no longer on the notice.",
            ClaimChangeKind.Answer => $"{name}: {LineWords.Answer(change.After!.Answer)}; before, {LineWords.Answer(change.Before!.Answer)}.",
            ClaimChangeKind.Length => $"{name}: {person.Run(change.After!.LengthMetres)} marked, {person.Run(by)} {(change.ByMetres > 0 ? "more" : "less")}.",
            ClaimChangeKind.Moved => $"{name}: its marks lie elsewhere, by up to {person.Length(by)}.",
            ClaimChangeKind.Depth => $"{name}: up to {person.Length(by)} {(change.ByMetres > 0 ? "deeper" : "shallower")} than stated before.",
            ClaimChangeKind.Doubt => $"{name}: {person.Run(change.After!.DoubtfulMetres)} doubtful, {person.Run(by)} {(change.ByMetres > 0 ? "more" : "less")}.",
            ClaimChangeKind.Level => $"{name}: {Levels(change.After!, person)}; before, {Levels(change.Before!, person)}.",
        };
    }

    private static string Levels(ClaimedLine line, Person person) => Enum.GetValues<QualityLevel>().Where(l => line.MetresOf(l) > 0.05).OrderByDescending(l => l).Select(l => $"level {l} {person.Run(line.MetresOf(l))}").DefaultIfEmpty("nothing marked").Aggregate((a, b) => $"{a}, {b}");

    /// <summary>Who handed a sheet over and who took it, each with name and time.</summary>
    public static IReadOnlyList<(string Part, string Name, string When, Signature? Sign)> Signed(JobSheet sheet, HandedSheet handed)
    {
        string When(NodaTime.Instant at) => $"{ClockWords.Moment(PlaceClock.Local(at, sheet.Firm.TimeZone))} {PlaceClock.Local(at, sheet.Firm.TimeZone).Year}";
        return
        [
            ("Handed over by", handed.GivenBy, When(handed.At), Drawn(handed.GivenSign)),
            ("Taken by", handed.TakenBy.Length > 0 ? handed.TakenBy : "not signed for yet", handed.TakenAt is { } at ? When(at) : "", Drawn(handed.TakenSign)),
        ];
    }

    /// <summary>Each zone in the dig, with whose it is.</summary>
    public static IReadOnlyList<string> Against(JobSheet sheet, Person person) => [.. SheetConflicts.Of(sheet).All.Take(ConflictsPage.MostListed).Select(c =>
    {
        var line = sheet.LineById(c.LineId)!.Line;
        return $"{Capital(LineWords.Kind(line.Kind))} ({line.Owner}): {ConflictWords.Says(c, person)}";
    })];

    /// <summary>What is otherwise now than on the sheet that went out last; of a sheet that is out as it was, what it changed against the one before.</summary>
    public static IReadOnlyList<string> ChangedOnSheet(JobSheet sheet, Person person) => [.. (SheetFacts.IsChangedSince(sheet) ? SheetFacts.SinceLast(sheet) : SheetFacts.OfLast(sheet)).Select(c => Change(c, person))];

    public static string ChangedTitle(JobSheet sheet) => SheetFacts.IsChangedSince(sheet) ? $"Changed since sheet {sheet.LastHanded?.Number} was handed over" : $"What sheet {sheet.LastHanded?.Number} changed against the one before";

    private static Signature? Drawn(string text) => text.Length > 0 ? Signature.Read(text) : null;

    /// <summary>Who, for whom, what, and how long it holds.</summary>
    public static IReadOnlyList<(string Name, string Value)> Head(JobSheet sheet, Person person) =>
    [
        ("Located by", Or(sheet.Firm.Name)),
        ("For", Or(sheet.Job.Digger) + (sheet.Job.Contact.Length > 0 ? ", " + sheet.Job.Contact : "")),
        ("Work", sheet.Job.Purpose + (sheet.Job.DigDepthMetres is { } deep ? ", to " + person.Length(deep) : "")),
        ("Sheet", $"job {sheet.Job.Id}, {ClockWords.Day(sheet.Now.Date)} {sheet.Now.Year}{(sheet.Job.HandedOverAt is null ? ", draft: not handed over" : sheet.LastHanded is { } last ? $", sheet {last.Number} of this job{(SheetFacts.IsChangedSince(sheet) ? ", changed since it was handed over" : "")}" : "")}"),
        (LogFact, sheet.Job.HandoverHead.Length > 0 ? "head " + sheet.Job.HandoverHead[..20] + "…" : "head is set at the handover"),
        ("Valid", sheet.MarksExpire is { } until ? "until " + ClockWords.Day(until) + " " + until.Year : "no marks yet"),
    ];

    private static string Or(string text) => text.Length > 0 ? text : "–";

    /// <summary>One stretch in the cells of the table.</summary>
    public static IReadOnlyList<string> Stretch(SheetLine line, Stretch stretch, Person person) =>
    [
        TogetherWords.Ends(stretch.From, stretch.To),
        Site(stretch.From.Place),
        Site(stretch.To.Place),
        person.PlusMinus(stretch.AcrossHalfWidthMetres),
        stretch.Depth is { } d ? person.Length(d.Value) + " " + person.PlusMinus(d.HalfWidth) : "not read",
        stretch.Depth is { } c && line.Line.OutsideDiameterMetres is { } od ? person.Length(c.Value - (od / 2)) : "–",
        stretch.Quality.ToString(),
        MarkWords.Dot(stretch.Confidence) + (stretch.TooLong ? ", long gap" : ""),
    ];

    private static string Site(SitePoint place) => string.Create(CultureInfo.InvariantCulture, $"{place.East:0.00}, {place.North:0.00}");

    /// <summary>What was sought, where it is no utility; null for the usual job.</summary>
    public static string? Sought(JobSheet sheet) => sheet.Job.Sought switch
    {
        JobSought.Utilities => null,
        JobSought.Voids => "Hollows under the surface were sought. No utility was sought: this sheet says nothing about pipes and cables.",
        JobSought.Graves => "Graves that nothing shows were sought, with due respect and without breaking ground. No utility was sought: this sheet says nothing about pipes and cables.",
        _ => throw new ArgumentOutOfRangeException(nameof(sheet)),
    };

    /// <summary>Bodies that somebody decided and that are something, each in one row: number, what it is, how long and broad, how deep, what it stands on.</summary>
    public static IReadOnlyList<(string Number, string What, string Size, string Deep, string By)> Bodies(JobSheet sheet, Person person)
    {
        string Told(double value, double half) => $"{person.Length(value)} {person.PlusMinus(half)}";
        return [.. sheet.Job.Bodies.Where(b => !b.IsNothing).OrderBy(b => b.Number).Select(b => (
            b.Number.ToString(System.Globalization.CultureInfo.InvariantCulture),
            Capital(b.SettledAt is not null && b.Outcome.Length > 0 ? $"settled: {b.Outcome}" : BodyWords.Kind(b.Becomes)) + (b.Note.Length > 0 ? $". {b.Note}" : ""),
            $"{(b.IsOpen ? "at least " : "")}{Told(b.LengthMetres, b.LengthHalfMetres)} by {Told(b.WidthMetres, b.WidthHalfMetres)}, along {b.BearingDegrees:0}°"
                + (b is { VolumeCubicMetres: { } room, VolumeHalfCubicMetres: { } half } ? $"; {BodyWords.Volume(Estimate.Symmetric(room, half), person)} if it is that" : ""),
            (b.IsTopSeen ? "top at " : "dug through a layer at ") + Told(b.CoverMetres, b.CoverHalfMetres) + (b is { HeightMetres: { } high, HeightHalfMetres: { } less } ? $", {Told(high, less)} high" : ""),
            $"{b.By}; radar, taken for {BodyWords.Short(b.Guess)} by {FigureWords.Chance(b.Probability)}"))];
    }

    /// <summary>Cautions that the sheet carries: what is doubtful on this one first, then what always holds.</summary>
    public static IReadOnlyList<string> Cautions(JobSheet sheet, Person person)
    {
        var said = new List<string>();
        foreach (var line in sheet.Lines)
        {
            var name = $"{LineWords.Kind(line.Line.Kind)} ({line.Line.Owner})";
            if (line.Line.Answer is LineAnswer.NotFound or LineAnswer.Escalated)
            {
                said.Add($"{Capital(name)} is {LineWords.Answer(line.Line.Answer)}. It may still be in the dig. {line.Line.AnswerNote}");
            }

            var doubtful = line.Traced.Stretches.Where(s => s.Confidence != Verdict.Sound).ToList();
            if (doubtful.Count > 0)
            {
                said.Add($"{Capital(name)}: between dots {string.Join(", ", doubtful.Select(s => TogetherWords.Ends(s.From, s.To)))} the place is doubtful. Expose before digging.");
            }

            foreach (var doubt in line.Dots.Where(d => d.Reading.State == DotState.Accepted && sheet.DoubtOf(d.Reading) is not null).GroupBy(d => (sheet.ReceiverOf(d.Reading)!.Name, sheet.DoubtOf(d.Reading))))
            {
                said.Add($"{Capital(name)}: {doubt.Count()} dot{(doubt.Count() == 1 ? " was" : "s were")} read with {doubt.Key.Name}, {InstrumentWords.Check(doubt.Key.Item2!.Value)}.");
            }

            var undecided = line.Undecided;
            if (undecided > 0)
            {
                said.Add($"{Capital(name)}: {undecided} dot{(undecided == 1 ? " is" : "s are")} undecided and not part of the line.");
            }
        }

        foreach (var (line, held) in sheet.OpenHeld)
        {
            said.Add($"{Capital($"{LineWords.Kind(line.Line.Kind)} ({line.Line.Owner})")}: {TogetherWords.Caution(held, person)}");
        }

        foreach (var (line, held, found) in sheet.Lines.SelectMany(l => l.Together.Witnesses.Where(w => w is { IsConflict: true, IsOpen: false }).Select(w => (l, w, sheet.Job.Found.Find(f => f.Id == w.Witness.Id)!))))
        {
            said.Add($"{Capital($"{LineWords.Kind(line.Line.Kind)} ({line.Line.Owner})")}: {TogetherWords.Says(held, person)} {found.HeldBy} said: {TogetherWords.Answer(held.Answer, held)} ({found.HeldNote}).");
        }

        foreach (var (line, told) in sheet.Lines.SelectMany(l => l.Pushes.Select(p => (l, p))))
        {
            var name = $"{LineWords.Kind(line.Line.Kind)} ({line.Line.Owner})";
            if (told.Finds.Any(f => f.Find.Seen == Core.Sonde.CameraSeen.CrossBore))
            {
                said.Insert(0, $"{Capital(name)}: another service runs through this pipe. Nobody cleans, cuts or digs at it before its owner has been.");
            }

            if (told is { Route: not null, IsTaken: false })
            {
                said.Add($"{Capital(name)}: a sonde was pushed from {told.Push.Access}; its pipe is not marked by it yet.");
            }
        }

        foreach (var fault in sheet.Searches.SelectMany(s => (s.Finding?.Faults ?? []).Select(f => (Search: s, Fault: f))).Where(f => f.Fault.Grade == Core.Fault.FaultGrade.Major))
        {
            said.Add($"{Capital($"{LineWords.Kind(fault.Search.Line.Line.Kind)} ({fault.Search.Line.Line.Owner})")}: its sheath leaks some {person.Length(fault.Fault.Along.Value)} along; treat the cable as damaged there.");
        }

        foreach (var question in sheet.OpenQuestions)
        {
            var (seen, record) = (sheet.Job.Features.Find(f => f.Id == question.FeatureId)!, sheet.Job.Records.Find(r => r.Id == question.RecordId)!);
            said.Add($"Plan and site disagree, not settled: {WalkWords.Kind(seen.Kind)} {seen.Name} lies {WalkWords.Question(question, person).Replace("from the record line", $"from the record line of {record.Owner}", StringComparison.Ordinal)}");
        }

        foreach (var found in sheet.Job.Found.Where(f => f is { Becomes: FoundAs.Unknown, SettledAt: null }))
        {
            var place = found.Points.Count > 0 ? $" from {At(found.Points[0], person)} to {At(found.Points[^1], person)}" : "";
            var deep = found.CoversMetres is { Count: > 0 } covers ? $", its top {person.Length(covers.Min())} to {person.Length(covers.Max())}{(found.CoverHalfMetres is { } half ? $" ± {person.Length(half)}" : "")} below the surface" : "";
            said.Add($"{(found.Source == FoundBy.Radar ? "Radar" : $"A sweep ({string.Join(", ", found.Modes.Select(SweepWords.Said))})")} found a line that nobody knew of{place}{deep}{(found.DepthMetres is { } depth ? $", some {person.Length(depth)} to its centre" : "")}, not settled. Next: {SweepWords.Step(found.NextStep)}. {found.Note}".TrimEnd());
        }

        foreach (var dug in DugUp.Of(sheet).Where(d => d.IsInquiry(sheet)))
        {
            said.Add($"Dug up at {At(dug.Hole.Place, person)}: {ExposureWords.Title(dug, person)}. {ExposureWords.Why(dug, sheet)} What is marked near it is not to be relied on until that is known; expose by hand on both sides.");
        }

        foreach (var body in sheet.Job.Bodies.Where(b => b.IsUnsettled).OrderBy(b => b.Number))
        {
            said.Add($"Body {body.Number}, {person.Length(body.LengthMetres)} by {person.Length(body.WidthMetres)} at {At(body.Middle, person)}, is not known, its top some {person.Length(body.CoverMetres)} below the surface. Next: {BodyWords.Step(body.NextStep)}. {body.Note}".TrimEnd());
        }

        if (sheet.Job.Bodies.Exists(b => b is { IsNothing: false, Becomes: BodyKind.Hollow or BodyKind.Water }))
        {
            said.Add("What is hollow may give way, and may hold water, gas or foul air: nobody drives over it, opens it or goes into it before somebody who may has looked.");
        }

        if (sheet.Job.Sought == JobSought.Graves || sheet.Job.Bodies.Exists(b => b is { IsNothing: false, Becomes: BodyKind.Grave }))
        {
            said.Add("What has the shape of a grave is treated as one until those who keep the ground, or the authority of the place, say otherwise. It is not opened to find out. A grave that has quite decayed may not show at all.");
        }

        var open = SheetSweeps.Of(sheet).Open.Count();
        if (open > 0)
        {
            said.Add($"{open} line{(open == 1 ? "" : "s")} that a sweep found {(open == 1 ? "has" : "have")} not been looked at: treat {(open == 1 ? "it as an unknown line" : "them as unknown lines")}.");
        }

        foreach (var file in sheet.Files.Where(f => f.State is not (RecordState.Complete or RecordState.Nothing)))
        {
            said.Add($"Plans of {file.Owner}: {RecordWords.State(file.State)}.");
        }

        foreach (var (owner, warning) in sheet.Job.Records.SelectMany(r => RecordWarnings.In(r.Material, r.Ducts, r.Source).Select(w => (r.Owner, w))).Distinct())
        {
            said.Add($"{owner}: {RecordWords.Warning(warning)}");
        }

        if (sheet.Loose.Count > 0)
        {
            said.Add($"{sheet.Loose.Count} reading{(sheet.Loose.Count == 1 ? "" : "s")} of instruments belong to no utility on the notice: treat as unknown lines.");
        }

        if (Sought(sheet) is { } sought)
        {
            said.Add(sought + " Before anybody digs, have utilities located.");
        }

        said.Add(sheet.Job.Sought == JobSought.Utilities ? "Depths are to the centre of the conductor on the day of reading. They are not a clearance to dig to." : "Depths are to the top of what answered, with the ground's velocity of the day. They are not a clearance to dig to.");
        said.Add(sheet.Job.Sought != JobSought.Utilities ? "Before anything is opened, its outline is checked again by whoever may open it; readings never replace looking." : $"No machine within {person.Length(sheet.Firm.ToleranceMetres)} of each side of a marked line. Expose by hand or vacuum first; readings never replace exposing.");
        said.Add("What is not shown may still be there. Local rules and licensed practice take precedence over this sheet.");
        return said;
    }

    private static string At(SitePoint place, Person person) => $"{person.Run(place.East)} E, {person.Run(place.North)} N";

    private static string Capital(string text) => char.ToUpperInvariant(text[0]) + text[1..];
}
