using GentleMole.Core.Hookup;
using GentleMole.Core.Job;
using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Network;
using GentleMole.Core.Site;
using GentleMole.Core.Soil;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>The ground as it is supposed to be: soil, what each line is made of and how it ends, bonds, joints, suspected lines.</summary>
internal sealed class HookupGroundPage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    private const int MostPoints = 200;

    /// <summary>Line whose build is edited, by its name in the ground.</summary>
    [BindProperty(SupportsGet = true, Name = "of")]
    public string? Of { get; set; }

    public override JobStage Stage => JobStage.Hookup;

    public override SheetLine? LineAtHand => Sheet.LineById(LineId)
        ?? Sheet.Lines.FirstOrDefault(l => l.Line.Answer == LineAnswer.Pending) ?? Sheet.Lines.FirstOrDefault();

    public IReadOnlyList<GroundSource> Sources => SheetGround.Sources(Sheet);

    public SupposedGround Ground => SheetGround.Of(Sheet);

    /// <summary>The line that is edited: the one asked for, else the line at hand.</summary>
    public GroundSource? Edited => Sources.FirstOrDefault(s => s.Of == Of)
        ?? Sources.FirstOrDefault(s => LineAtHand is { } line && s.Of == SheetGround.LineName(line.Line.Id)) ?? Sources.FirstOrDefault();

    /// <summary>What somebody has said of a line.</summary>
    public LineModel? Kept(GroundSource source) => SheetGround.ModelOf(Sheet, source.Of);

    public async Task<IActionResult> OnPostSoilAsync()
    {
        var reader = Reader();
        var kind = reader.Has("soil") ? reader.Choice("soil", SoilKind.Loam) : (SoilKind?)null;
        var ohms = reader.Number("resistivity", "Ω·m", SoilGround.LeastOhmMetres, SoilGround.MostOhmMetres)
            ?? (kind is { } k ? SoilGround.Of(k).ResistivityOhmMetres : null);
        if (reader.IsGood && ohms is null)
        {
            reader.Refuse("resistivity", "Choose a soil or type its resistivity.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        (await TrackedJobAsync()).SoilOhmMetres = ohms!.Value;
        await SaveAsync();
        return Back();
    }

    public async Task<IActionResult> OnPostLineAsync()
    {
        if (Edited is not { } source)
        {
            return NotFound();
        }

        var reader = Reader();
        var carries = reader.Text("metal", 20);
        var metal = carries is "" or "None" ? (Metal?)null : reader.Choice("metal", Metal.Copper);
        var coating = reader.Has("coating") ? reader.Choice("coating", CoatingKind.Bare) : (CoatingKind?)null;
        var outside = reader.Length("outside", LineRules.Outside);
        var wall = reader.Length("wall", LineRules.Wall);
        var depth = reader.Length("depth", LineRules.Depth);
        var (start, startOhms) = End(reader, "start");
        var (end, endOhms) = End(reader, "end");
        var net = reader.Number("net", "mA", HookupRules.NetMilliamps);
        if (outside is { } o && wall is { } w && w * 2 > o)
        {
            reader.Refuse("wall", "The wall cannot be thicker than half the diameter.");
        }

        if (outside is { } across && depth is { } deep && deep < across / 2)
        {
            reader.Refuse("depth", "The depth is to the centre, so it is at least half the diameter.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var model = Kept(source) is { } kept
            ? await Db.LineModels.SingleAsync(m => m.Id == kept.Id && m.JobId == Id)
            : Db.LineModels.Add(new LineModel { JobId = Id, Of = source.Of, Kind = source.Kind }).Entity;
        (model.NoMetal, model.Metal, model.Coating, model.OutsideMetres, model.WallMetres) = (carries == "None", metal, coating, outside, wall);
        (model.DepthMetres, model.StartKind, model.StartOhms, model.EndKind, model.EndOhms, model.NetMilliamps) = (depth, start, startOhms, end, endOhms, net);
        await SaveAsync();
        return Back();
    }

    public async Task<IActionResult> OnPostDrawAsync()
    {
        var reader = Reader();
        var points = reader.Places("points", MostPoints);
        var (name, kind) = (reader.Text("name", LineRules.MostName), reader.Choice("kind", UtilityKind.Unknown));
        if (reader.IsGood && !SiteRules.IsRun(points))
        {
            reader.Refuse("points", "A line needs at least two different points. Click them on the plan, or type east and north on a line each.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Db.LineModels.Add(new LineModel { JobId = Id, Name = name, Kind = kind, Points = points });
        await SaveAsync();
        return Back();
    }

    public async Task<IActionResult> OnPostTieAsync()
    {
        var reader = Reader();
        var (from, to) = (reader.Text("from", 40), reader.Text("to", 40));
        var place = reader.Place("tieEast", "tieNorth");
        var ohms = reader.Number("ohms", "Ω", HookupRules.Ohms);
        var (first, second) = (Ground.Lines.FirstOrDefault(l => l.Id == from), Ground.Lines.FirstOrDefault(l => l.Id == to));
        if (first is null)
        {
            reader.Refuse("from", "Choose a line.");
        }

        if (to.Length > 0 && (second is null || to == from))
        {
            reader.Refuse("to", "Choose another line to bond it to, or none for an insulating joint.");
        }

        if (reader.IsGood && place is null)
        {
            reader.Refuse("tieEast", "Say where: click it on the plan, or type east and north.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Db.Ties.Add(new LineTie
        {
            JobId = Id,
            From = from,
            FromMetres = Math.Round(first!.Run.Project(place!.Value).ChainageMetres, 2),
            To = to,
            ToMetres = second is null ? 0 : Math.Round(second.Run.Project(place.Value).ChainageMetres, 2),
            Ohms = ohms ?? (second is null ? null : 0.5),
        });
        await SaveAsync();
        return Back();
    }

    /// <summary>What the ground is covered with, for finding a place for the stake.</summary>
    public async Task<IActionResult> OnPostSurfaceAsync()
    {
        var reader = Reader();
        var (surface, name) = (reader.Choice("surface", Surface.Soil), reader.Text("surfaceName", 100));
        var corners = reader.Places("corners", MostPoints);
        if (reader.IsGood)
        {
            reader.Refuse(DigArea.Check(corners, "corners").Select(e => e with { Sentence = e.Sentence.Replace("dig area", "area", StringComparison.Ordinal) }));
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        Db.Features.Add(new SiteFeature { JobId = Id, Name = name, Shape = FeatureShape.Outline, Surface = surface, Points = corners });
        await SaveAsync();
        return Back();
    }

    public async Task<IActionResult> OnPostRemoveAsync()
    {
        if (int.TryParse(Request.Form["area"], out var area)
            && await Db.Features.SingleOrDefaultAsync(f => f.Id == area && f.JobId == Id && f.Shape == FeatureShape.Outline) is { } outline)
        {
            Db.Features.Remove(outline);
        }

        if (int.TryParse(Request.Form["tie"], out var tie) && await Db.Ties.SingleOrDefaultAsync(t => t.Id == tie && t.JobId == Id) is { } old)
        {
            Db.Ties.Remove(old);
        }
        else if (int.TryParse(Request.Form["drawn"], out var drawn) && await Db.LineModels.SingleOrDefaultAsync(m => m.Id == drawn && m.JobId == Id && m.Of == "") is { } line)
        {
            var name = $"drawn-{line.Id}";
            Db.Ties.RemoveRange(await Db.Ties.Where(t => t.JobId == Id && (t.From == name || t.To == name)).ToListAsync());
            Db.LineModels.Remove(line);
            Of = null;
        }

        await SaveAsync();
        return Back();
    }

    private static (EndSupposed? Kind, double? Ohms) End(FormReader reader, string name) =>
        (reader.Has(name) ? reader.Choice(name, EndSupposed.GoesOn) : null, reader.Number(name + "Ohms", "Ω", HookupRules.Ohms));

    private IActionResult Back() => Done(new { line = LineAtHand?.Line.Id, of = Of });
}
