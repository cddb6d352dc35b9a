using System.Globalization;
using GentleMole.Core;
using GentleMole.Core.Grids;
using GentleMole.Core.Measures;
using GentleMole.Core.Site;
using GentleMole.Exchange;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Drawing;
using GentleMole.Web.Forms;
using GentleMole.Web.Setup;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Stages;

/// <summary>The profiles of a job together, seen from above at one depth, and cut along a line that somebody draws.</summary>
internal sealed class SlicesPage(MoleDb db, SheetLoader loader, RadarDesk desk, ProcessorGate gate) : RadarStagePage(db, loader)
{
    private const double MostDepth = 8;
    private const double UsualThickness = 0.1;
    private static readonly Bounds AnyDepth = new(0, MostDepth);
    private static readonly Bounds Thicknesses = new(0.05, 1);

    /// <summary>What is wrong with what the address asks for.</summary>
    public IReadOnlyList<FieldError> Asked { get; private set; } = [];

    public SliceVolume? Volume { get; private set; }

    public double DepthMetres { get; private set; }

    public double ThickMetres { get; private set; }

    public IReadOnlyList<SitePoint> Cut { get; private set; } = [];

    /// <summary>Depth from which on there is nothing but noise, by the noisiest of the profiles; null where the windows end first.</summary>
    public double? FloorMetres { get; private set; }

    /// <summary>Velocity with which times became depths, and by what it is known.</summary>
    public (double Value, string Source) Depths { get; private set; }

    /// <summary>Why there are no slices; null where there are.</summary>
    public string? Missing { get; private set; }

    public override (string Part, object Model)? Lower => Volume is not { } volume ? null : (
        "_Cut", new CutDrawing(CutPicture(Cut, Depths.Value), CutMetres, volume.DeepestMetres, Person) { FloorMetres = FloorMetres, Slice = (DepthMetres, ThickMetres), Strength = AlongCut.Strength, Seen = AlongCut.Seen });

    protected override Task PrepareWindowAsync() => LookAsync();

    public async Task<IActionResult> OnGetAsync()
    {
        await LookAsync();
        return Page();
    }

    /// <summary>The picture of a slice.</summary>
    public async Task<IActionResult> OnGetSliceAsync()
    {
        await LookAsync();
        if (Volume is not { } volume || Asked.Count > 0)
        {
            return NotFound();
        }

        var picture = await gate.RunAsync(() => Picture(volume.At(DepthMetres, ThickMetres)), HttpContext.RequestAborted);
        Response.Headers.CacheControl = "private, max-age=600";
        return File(picture, "image/png");
    }

    /// <summary>The slice as a file that lies on earth.</summary>
    public async Task<IActionResult> OnGetFileAsync()
    {
        await LookAsync();
        if (Volume is not { } volume || Asked.Count > 0)
        {
            return NotFound();
        }

        var slice = volume.At(DepthMetres, ThickMetres);
        var name = $"slice-{RadarPage.Num(Math.Round(DepthMetres, 2), "0.00")}m";
        var says = $"{Sheet.Job.Name}: radar, {Say} {Below} Ink is strength, opacity how well it was seen; where nothing is, no line saw anything. A slice alone is no proof of anything, and nothing seen is no proof of an empty ground."
            + (Sheet.Job.OriginProvisional ? " Where it lies on earth is provisional: the site’s origin has not been tied to a measured position." : "");
        return File(new EarthPicture(name, Picture(slice), slice.Corner, slice.CellMetres, slice.Across, slice.Down, Sheet.Job.Origin, says).Zip(), "application/zip", name + ".zip");
    }

    /// <summary>The picture of the cut.</summary>
    public async Task<IActionResult> OnGetCutAsync()
    {
        await LookAsync();
        if (Volume is not { } volume || Asked.Count > 0)
        {
            return NotFound();
        }

        var cut = volume.Along(new Run(Cut));
        Response.Headers.CacheControl = "private, max-age=600";
        return File(Picture(cut), "image/png");
    }

    /// <summary>Lengths in addresses carry their unit: a bare number is read as the person reads.</summary>
    public string SliceAddress => $"/jobs/{Id}/radar/slices?handler=Slice&depth={RadarPage.Num(Math.Round(DepthMetres, 3))}m&thick={RadarPage.Num(Math.Round(ThickMetres, 3))}m&v={VolumeVersion(Depths.Value)}";

    /// <summary>The cut as its field takes it.</summary>
    public string CutEntry => string.Join("\n", Cut.Select(p => $"{Len(Math.Round(p.East, 2))} {Len(Math.Round(p.North, 2))}"));

    public double CutMetres => new Run(Cut).Length;

    /// <summary>Strength along the cut at the slice's depth, 0 to 1, and how well each place was seen.</summary>
    public (float[] Strength, float[] Seen) AlongCut { get; private set; } = ([], []);

    public string Say => Missing ?? $"At {Person.Length(DepthMetres)}, {Person.Length(ThickMetres)} thick: dark is strong.";

    public string Below
    {
        get
        {
            var floor = FloorMetres is { } f ? DepthMetres > f ? $"Below {Person.Length(f)} there is nothing but noise: this slice says nothing. " : $"Nothing may be said below {Person.Length(f)}. " : "";
            return $"{floor}Lines are {Person.Length(Volume!.SpacingMetres)} apart; between them it is worked out and fainter, beyond {Person.Length(Volume.ReachMetres)} of any line it is empty. Depth by {Depths.Value.ToString("0.000", CultureInfo.InvariantCulture)} m/ns, {Depths.Source}; migrated, so that a pipe is a line and not a curve.";
        }
    }

    public bool IsNoise => FloorMetres is { } f && DepthMetres > f;

    protected override PlanExtras OnPlan => Volume is { } volume
        ? OverLines([]) with { Slice = new SliceOverlay(SliceAddress, volume.NorthWest, volume.SouthEast, Cut) }
        : base.OnPlan;

    public string Len(double metres) => LengthText.ForEntry(metres, Person.Units);

    /// <summary>What the address says for a field, as it was typed.</summary>
    public string TypedIn(string field, string otherwise) => Request.Query[field].ToString() is { Length: > 0 } typed ? typed : otherwise;

    private async Task LookAsync()
    {
        Depths = VelocityOfAll(desk);
        (Volume, Missing, FloorMetres, _) = await GridVolume.OfAsync(desk, Sheet, Depths.Value);
        if (Volume is not { } volume)
        {
            return;
        }

        ReadAsked(volume);
        Cut = Cut.Count >= 2 ? Cut : Across(GridFinds.Laid(Sheet));
        var cut = volume.Along(new Run(Cut));
        AlongCut = (cut.Strongest(Math.Max(0, DepthMetres - (ThickMetres / 2)), DepthMetres + (ThickMetres / 2)), cut.Seen);
    }

    /// <summary>What the address asks for; what cannot be is said at its field, and what was shown before stays.</summary>
    private void ReadAsked(SliceVolume volume)
    {
        var reader = Asking;
        var depths = AnyDepth with { Most = volume.DeepestMetres };
        DepthMetres = reader.Length("depth", depths) ?? Last("lastDepth", depths) ?? Math.Min(UsualDepth, volume.DeepestMetres / 2);
        ThickMetres = reader.Length("thick", Thicknesses) ?? Last("lastThick", Thicknesses) ?? UsualThickness;
        Cut = reader.Places("cut", MostCorners);
        if (reader.IsGood && Cut.Count > 0 && (Cut.Count < 2 || !SiteRules.IsRun(Cut)))
        {
            reader.Refuse("cut", "A cut needs two places at least, apart from each other.");
        }

        Cut = reader.IsGood ? Cut : [];
        Asked = reader.Errors;
    }

    /// <summary>What was shown before, as the form carries it; null where it does not, or says what cannot be.</summary>
    private double? Last(string field, Bounds bounds) => Asking is var reader && reader.Length(field, bounds) is { } last && reader.IsGood ? last : null;

    private FormReader Asking => new(new FormCollection(Request.Query.ToDictionary(q => q.Key, q => q.Value)), Person);

    private const double UsualDepth = 0.8;
    private const int MostCorners = 400;

    /// <summary>Across all lines, through their middles.</summary>
    private static IReadOnlyList<SitePoint> Across(IReadOnlyList<WalkedProfile> laid)
    {
        SitePoint Middle(WalkedProfile p) => p.PlaceAt(p.Profile!.LengthMetres / 2)!.Value;
        var (first, last) = (laid[0], laid.MaxBy(p => Middle(p).DistanceTo(Middle(laid[0])))!);
        var (from, to) = (Middle(first), Middle(last));
        return from.DistanceTo(to) >= 0.5 ? [from, to] : [first.PlaceAt(0)!.Value, first.PlaceAt(first.Profile!.LengthMetres)!.Value];
    }

    private const byte Ink = 0x22;
    private const double LeastInk = 0.07;

    /// <summary>What is weak is lifted, or only the strongest would be seen.</summary>
    private const double Lifted = 0.7;

    /// <summary>Ink on nothing: the stronger the darker, fainter where it was not gone over, nothing where nobody saw anything.</summary>
    private static byte[] Picture(DepthSlice slice)
    {
        var (grey, alpha) = (new byte[slice.Strength.Length], new byte[slice.Strength.Length]);
        Array.Fill(grey, Ink);
        for (var i = 0; i < alpha.Length; i++)
        {
            alpha[i] = Covered(slice.Strength[i], slice.Seen[i]);
        }

        return GreyPng.Write(slice.Across, slice.Down, grey, alpha);
    }

    private static byte[] Picture(VolumeCut cut)
    {
        var (grey, alpha) = (new byte[cut.Strength.Length], new byte[cut.Strength.Length]);
        Array.Fill(grey, Ink);
        for (var row = 0; row < cut.Rows; row++)
        {
            for (var column = 0; column < cut.Columns; column++)
            {
                alpha[(row * cut.Columns) + column] = Covered(cut.Strength[(column * cut.Rows) + row], cut.Seen[column]);
            }
        }

        return GreyPng.Write(cut.Columns, cut.Rows, grey, alpha);
    }

    private static byte Covered(float strength, float seen) => seen <= 0 ? (byte)0 : (byte)Math.Round(255 * seen * (LeastInk + ((1 - LeastInk) * Math.Pow(strength, Lifted))));
}
