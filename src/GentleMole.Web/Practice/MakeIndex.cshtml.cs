using GentleMole.Core;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Practice;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Core.Yards;
using GentleMole.Exchange.Yards;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Practice;

/// <summary>Yards that the firm made: drawn, brought in as a file, or made of a real job.</summary>
internal sealed class MakeIndexPage(MoleDb db, SheetLoader loader, TimeProvider clock) : PracticePage(db)
{
    private const int MostYards = 200;

    public IReadOnlyList<MadeYard> Made { get; private set; } = [];

    public IReadOnlyList<(Job Job, IReadOnlyList<SoughtLine> Lines)> Jobs { get; private set; } = [];

    /// <summary>Jobs in which something was dug up.</summary>
    public IReadOnlySet<int> DugUp { get; private set; } = new HashSet<int>();

    public async Task<IActionResult> OnPostNewAsync() => await KeepAsync(Beginning());

    public async Task<IActionResult> OnPostFileAsync(IFormFile? file)
    {
        var reader = Reader();
        if (file is null || file.Length == 0)
        {
            reader.Refuse("file", "Choose a file.");
            return Refused(reader);
        }

        if (file.Length > YardFile.MostBytes)
        {
            reader.Refuse("file", $"A yard has {YardFile.MostBytes / 1000} kB at most.");
            return Refused(reader);
        }

        using var stream = new StreamReader(file.OpenReadStream());
        var read = YardFile.Read(await stream.ReadToEndAsync(HttpContext.RequestAborted));
        if (!read.IsGood)
        {
            reader.Refuse("file", string.Join(" ", read.Errors.Take(3).Select(e => e.Field == "file" ? e.Sentence : $"{e.Field}: {e.Sentence}")));
            return Refused(reader);
        }

        return await KeepAsync(read.Value);
    }

    public async Task<IActionResult> OnPostJobAsync()
    {
        var reader = Reader();
        var title = reader.Text("title", DrawnYard.MostTitle, required: true);
        var line = Jobs.SelectMany(j => j.Lines.Select(l => (j.Job, Line: l))).FirstOrDefault(l => l.Line.Id.ToString(System.Globalization.CultureInfo.InvariantCulture) == Request.Form["line"].ToString());
        if (line.Job is null || await loader.LoadAsync(line.Job.Id, HttpContext.RequestAborted) is not { } sheet || sheet.LineById(line.Line.Id) is not { } target)
        {
            reader.Refuse("line", "Choose a line of a job.");
            return Refused(reader);
        }

        if (reader.Ticked("found") && !DugUp.Contains(line.Job.Id))
        {
            reader.Refuse("found", "Nothing was dug up there yet, so nobody knows how it lies.");
        }

        if (reader.Errors.Count > 0)
        {
            return Refused(reader);
        }

        var made = JobYard.Of(sheet, target, title, reader.Ticked("found"));
        if (!made.IsGood)
        {
            reader.Refuse(made.Errors);
            return Refused(reader);
        }

        return await KeepAsync(made.Value);
    }

    public async Task<IActionResult> OnPostPutAwayAsync(int yard)
    {
        if (await Db.Yards.SingleOrDefaultAsync(y => y.Id == yard, HttpContext.RequestAborted) is { } made)
        {
            made.IsPutAway = !made.IsPutAway;
            await SaveAsync();
        }

        return Stored();
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Made = await Db.Yards.AsNoTracking().OrderBy(y => y.IsPutAway).ThenByDescending(y => y.Id).Take(MostYards).ToListAsync(cancellation);
        Jobs = [.. (await Db.Jobs.AsNoTracking().Include(j => j.Lines).OrderByDescending(j => j.Id).Take(100).ToListAsync(cancellation)).Select(j => (j, (IReadOnlyList<SoughtLine>)j.Lines))];
        DugUp = (await Db.Uncovered.Select(u => u.JobId).Distinct().ToListAsync(cancellation)).ToHashSet();
    }

    private async Task<IActionResult> KeepAsync(DrawnYard yard)
    {
        if (Made.Count >= MostYards)
        {
            var reader = Reader();
            reader.Refuse("file", $"There are {MostYards} yards; that is the most.");
            return Refused(reader);
        }

        var made = new MadeYard { Title = yard.Title, Drawn = YardFile.Write(yard), MadeBy = Visitor.Name, MadeAt = clock.Now() };
        Db.Yards.Add(made);
        await SaveAsync();
        return Redirect($"/practice/make/{made.Id}");
    }

    /// <summary>A yard to begin with: one tracer, and what is needed to play it.</summary>
    private static DrawnYard Beginning()
    {
        var gas = new SupposedLine("gas", "gas", UtilityKind.Gas, [new(0, 0), new(0, 40)], new Depth(0.8), LineBuild.Tracer, new SupposedEnd(EndSupposed.Open), new SupposedEnd(EndSupposed.Earthed, 40));
        return new DrawnYard("New yard", 2, 15, "Mark the gas from the box on.", [YardHabit.SweptRound], new YardSite(
            new HiddenGround(new SoilGround(80), [BuriedLine.Level(gas)], [], []), ["gas"], UtilityKind.Gas, "owner A", [new(-4, 5), new(4, 5), new(4, 37), new(-4, 37)], (60, 140),
            [new YardFeature("f1", FeatureKind.Box, "tracer box", new(0, 0), UtilityKind.Gas, [new YardConnection("f1-a", YardContact.Wire, [HookupMethod.Direct], "gas", 0)])],
            [new YardRecord(UtilityKind.Gas, "owner A", [new(1.5, 0), new(1.6, 40)], 2, null, "gas")], []));
    }
}
