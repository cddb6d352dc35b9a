using GentleMole.Core.Site;

namespace GentleMole.Core.Sweeps;

/// <summary>What of an area was heard from passes that were walked in one mode.</summary>
public sealed class SweepCoverage
{
    /// <summary>Raster, metres.</summary>
    public const double MostStepMetres = 0.25;

    private const int Bins = 12;

    private readonly byte[] _cells;

    private const byte IsArea = 1;

    private const byte IsCovered = 2;

    private readonly SitePoint _corner;

    private readonly int _across;

    private readonly int _down;

    private SweepCoverage(double share, double bothWaysShare, byte[] cells, SitePoint corner, int across, int down) =>
        (Share, BothWaysShare, _cells, _corner, _across, _down) = (share, bothWaysShare, cells, corner, across, down);

    /// <summary>Covered part of the area without its obstacles.</summary>
    public double Share { get; }

    /// <summary>Part covered by passes of two directions at least 45° apart.</summary>
    public double BothWaysShare { get; }

    /// <summary>Looks at an area of which <see cref="SweepRules"/> says that it is not too large.</summary>
    /// <param name="asideMetres">How far to the side of a pass a line is heard, metres.</param>
    public static SweepCoverage Of(IReadOnlyList<SitePoint> area, IReadOnlyList<IReadOnlyList<SitePoint>> obstacles, IReadOnlyList<SweepPass> walked, double asideMetres)
    {
        var corner = new SitePoint(area.Min(p => p.East), area.Min(p => p.North));
        var (across, down) = (Cells(area.Max(p => p.East) - corner.East), Cells(area.Max(p => p.North) - corner.North));
        var cells = new byte[across * down];
        Fill(cells, across, down, corner, area, IsArea);
        foreach (var obstacle in obstacles)
        {
            Fill(cells, across, down, corner, obstacle, 0);
        }

        var ways = new ushort[cells.Length];
        foreach (var pass in walked)
        {
            Cover(ways, across, down, corner, pass, asideMetres);
        }

        var (all, covered, both) = (0, 0, 0);
        for (var i = 0; i < cells.Length; i++)
        {
            if ((cells[i] & IsArea) == 0)
            {
                continue;
            }

            all++;
            if (ways[i] != 0)
            {
                covered++;
                cells[i] |= IsCovered;
                both += IsBothWays(ways[i]) ? 1 : 0;
            }
        }

        return new SweepCoverage(all == 0 ? 0 : (double)covered / all, all == 0 ? 0 : (double)both / all, cells, corner, across, down);
    }

    /// <summary>Slanting strokes over all that is not covered: a hatch, for drawing.</summary>
    /// <param name="spacingMetres">From one stroke to the next, east to west.</param>
    public IEnumerable<(SitePoint From, SitePoint To)> Hatch(double spacingMetres)
    {
        var every = Math.Max(1, (int)Math.Round(spacingMetres / MostStepMetres));
        for (var start = -_down; start < _across; start++)
        {
            if (((start % every) + every) % every != 0)
            {
                continue;
            }

            var from = -1;
            for (var row = 0; row <= _down; row++)
            {
                var column = start + row;
                var isOpen = row < _down && column >= 0 && column < _across && _cells[(row * _across) + column] == IsArea;
                if (isOpen && from < 0)
                {
                    from = row;
                }
                else if (!isOpen && from >= 0)
                {
                    yield return (Place(start + from, from), Place(column, row));
                    from = -1;
                }
            }
        }
    }

    private SitePoint Place(int column, int row) => _corner + (new SitePoint(column, row) * MostStepMetres);

    private static int Cells(double metres) => (int)Math.Ceiling(Math.Max(metres, MostStepMetres) / MostStepMetres);

    private static bool IsBothWays(ushort ways)
    {
        for (var i = 0; i < Bins; i++)
        {
            // A bin of 15° and one three or more away from it, either way round.
            for (var j = i + 3; j <= i + Bins - 3 && (ways & (1 << i)) != 0; j++)
            {
                if ((ways & (1 << (j % Bins))) != 0)
                {
                    return true;
                }
            }
        }

        return false;
    }

    private static void Fill(byte[] cells, int across, int down, SitePoint corner, IReadOnlyList<SitePoint> polygon, byte value)
    {
        for (var row = 0; row < down; row++)
        {
            var north = corner.North + ((row + 0.5) * MostStepMetres);
            var at = new List<double>();
            for (var i = 0; i < polygon.Count; i++)
            {
                var (a, b) = (polygon[i], polygon[(i + 1) % polygon.Count]);
                if (a.North > north != b.North > north)
                {
                    at.Add(a.East + ((b.East - a.East) * (north - a.North) / (b.North - a.North)));
                }
            }

            at.Sort();
            for (var k = 0; k + 1 < at.Count; k += 2)
            {
                var (from, to) = (Column(at[k]), Column(at[k + 1]));
                for (var column = Math.Max(0, from); column < Math.Min(across, to); column++)
                {
                    cells[(row * across) + column] = value;
                }
            }
        }

        // Cells whose middle lies right of it.
        int Column(double east) => (int)Math.Ceiling(((east - corner.East) / MostStepMetres) - 0.5);
    }

    private static void Cover(ushort[] ways, int across, int down, SitePoint corner, SweepPass pass, double aside)
    {
        var (way, length) = ((pass.To - pass.From).Unit(), pass.LengthMetres);
        var bin = (ushort)(1 << (int)(way.Azimuth.Degrees % 180 / (180.0 / Bins)));
        int Clamp(double metres, int most) => (int)Math.Clamp(Math.Floor(metres / MostStepMetres), 0, most - 1);
        var (west, east) = (Clamp(Math.Min(pass.From.East, pass.To.East) - aside - corner.East, across), Clamp(Math.Max(pass.From.East, pass.To.East) + aside - corner.East, across));
        var (south, north) = (Clamp(Math.Min(pass.From.North, pass.To.North) - aside - corner.North, down), Clamp(Math.Max(pass.From.North, pass.To.North) + aside - corner.North, down));
        for (var row = south; row <= north; row++)
        {
            for (var column = west; column <= east; column++)
            {
                var from = corner + (new SitePoint(column + 0.5, row + 0.5) * MostStepMetres) - pass.From;
                var off = from - (way * Math.Clamp(from.Dot(way), 0, length));
                if (off.Dot(off) <= aside * aside)
                {
                    ways[(row * across) + column] |= bin;
                }
            }
        }
    }
}
