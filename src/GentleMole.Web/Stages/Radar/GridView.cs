using GentleMole.Core.Grids;
using GentleMole.Core.Site;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Stages;

/// <summary>A grid on its sheet: which of its lines were walked, and what of its area was seen.</summary>
/// <param name="Profiles">By line, the profile that walked it; null for one that is still to be walked.</param>
internal sealed record GridView(RadarGrid Grid, IReadOnlyList<WalkedProfile?> Profiles, SweepCoverage Coverage)
{
    public int Walked => Profiles.Count(p => p is not null);

    /// <summary>The line that is walked next, counted from 0; null when all are.</summary>
    public int? Next => Profiles.ToList().FindIndex(p => p is null) is >= 0 and var next ? next : null;

    /// <summary>The lines not walked yet.</summary>
    public IReadOnlyList<(SitePoint From, SitePoint To)> Open => [.. Grid.Lines.Where((_, i) => Profiles[i] is null).Select(l => (l.From, l.To))];

    /// <summary>Looks at the job's profiles.</summary>
    /// <param name="asideMetres">How far to the side of a line something is seen; 0 where the ground lets nothing be seen.</param>
    public static GridView Of(JobSheet sheet, RadarGrid grid, double asideMetres)
    {
        var order = OrderOf(grid);
        var ways = sheet.Job.Profiles.OrderBy(p => p.Number).Where(p => p is { Profile.IsOpen: false }).Select(p => (Profile: p, Way: p.Way(p.Profile!.LengthMetres))).Where(p => p.Way is not null).ToList();
        var by = grid.Lines.Select(l => ways.FirstOrDefault(w => order.IsWalked((l.From, l.To), w.Way!.Points[0], w.Way.Points[^1])).Profile).ToList();
        var walked = grid.Lines.Where((_, i) => by[i] is not null).Select(l => new SweepPass(l.From, l.To, SweepMode.Active)).ToList();
        return new GridView(grid, by, SweepCoverage.Of(grid.Area, SheetSweeps.Obstacles(sheet), asideMetres > 0 ? walked : [], asideMetres));
    }

    public static GridOrder OrderOf(RadarGrid grid) => new(grid.Area, grid.ExpectedDegrees is { } d ? Azimuth.Of(d) : null, grid.SpacingMetres, grid.IsBothWays);
}
