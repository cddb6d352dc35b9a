using System.Text.Json;
using GentleMole.Core.Site;
using GentleMole.Exchange.Drawings;

namespace GentleMole.Exchange.Tests;

/// <summary>The grids of countries, held against positions that another program computed from the same published figures.</summary>
public class CoordinateSystemTests
{
    private sealed record Position(int Epsg, double X, double Y, double Latitude, double Longitude);

    private static readonly List<Position> Positions = JsonSerializer.Deserialize<List<Position>>(
        File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "reference", "coordinate-systems.json")), JsonSerializerOptions.Web)!;

    private static double Missed(string system, Position p)
    {
        // The site lies at the true place: a drawing laid rightly comes out at its origin.
        var laid = CoordinateSystems.ToSite(system, new SiteOrigin(p.Latitude, p.Longitude));
        return laid.IsGood ? laid.Value.Value(new SitePoint(p.X, p.Y)).Length : double.PositiveInfinity;
    }

    [Fact]
    public void Every_system_that_ships_lands_where_the_published_shift_puts_it()
    {
        var wrong = Positions.Select(p => (p.Epsg, Missed: Missed($"EPSG:{p.Epsg}", p))).Where(p => !(p.Missed < 0.05)).ToList();

        Assert.True(wrong.Count == 0, string.Join("; ", wrong.Take(40)));
        Assert.True(Positions.Count > 700);
    }

    [Fact]
    public void A_file_written_today_leaves_the_shift_out_and_is_laid_with_it_all_the_same()
    {
        foreach (var p in Positions.Where(p => p.Epsg is 27700 or 31467 or 28992 or 31370 or 5514 or 2056 or 29903))
        {
            var definition = KnownSystems.Find(p.Epsg)!.Definition;
            var byName = definition.Replace("DATUM[\"", "DATUM[\"D_", StringComparison.Ordinal);
            var byNumber = definition[..^1] + $",AUTHORITY[\"EPSG\",\"{p.Epsg}\"]]";

            Assert.InRange(Missed(byNumber, p), 0, 0.05);
            Assert.InRange(Missed(byName, p), 0, 25);
            Assert.True(CoordinateSystems.ToSite(byName, new SiteOrigin(p.Latitude, p.Longitude)).Value.AccuracyMetres >= 1);
        }
    }

    [Fact]
    public void The_shift_that_a_file_brings_is_used_and_told_as_its_own()
    {
        var p = Positions.Single(p => p.Epsg == 27700);
        var own = KnownSystems.Find(27700)!.WithShift;
        var laid = CoordinateSystems.ToSite(own, new SiteOrigin(p.Latitude, p.Longitude)).Value;

        Assert.Equal(((int?)0, (double?)null), (laid.ShiftOperation, laid.AccuracyMetres));
        Assert.InRange(Missed(own, p), 0, 0.05);
    }

    [Fact]
    public void A_datum_that_nobody_here_knows_is_refused_by_its_name()
    {
        var strange = KnownSystems.Find(27700)!.Definition
            .Replace("Ordnance_Survey_of_Great_Britain_1936", "Lantern_Bay_1911", StringComparison.Ordinal);

        var told = CoordinateSystems.ToSite(strange, new SiteOrigin(50, -5)).Errors.Single();

        Assert.Equal("system", told.Field);
        Assert.Contains("Lantern_Bay_1911", told.Sentence, StringComparison.Ordinal);
    }
}
