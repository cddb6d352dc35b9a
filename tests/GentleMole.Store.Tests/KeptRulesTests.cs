using GentleMole.Core.Site;
using GentleMole.Store.Backups;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Store.Tests;

/// <summary>The last rule for every value that is kept, by the way of the store itself and by that of a restore.</summary>
public sealed class KeptRulesTests
{
    [Fact]
    public async Task What_breaks_it_is_not_stored_and_says_where()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (id, _) = await room.JobAsync();
        foreach (var (change, part) in new (Action<Job>, string)[]
        {
            (j => j.OriginLatitude = 1e308, "OriginLatitude"), (j => j.Name = new string('n', 100_000), "Name"), (j => j.DigCorners = [new SitePoint(0, double.NaN)], "DigCorners"),
            (j => j.DigPlanned = new NodaTime.LocalDate(1066, 10, 14), "DigPlanned"),
        })
        {
            var error = await Assert.ThrowsAsync<RuleBrokenException>(() => room.DoAsync(async db =>
            {
                change(await db.Jobs.SingleAsync(j => j.Id == id));
                return await db.SaveChangesAsync();
            }));
            Assert.EndsWith(part, error.Errors.Single().Field, StringComparison.Ordinal);
        }

        Assert.Equal(1, await room.DoAsync(db => db.Jobs.CountAsync(j => j.Id == id && j.OriginLatitude < 90 && j.Name.Length < 200)));
    }

    [Theory]
    [InlineData("UPDATE Jobs SET OriginLatitude = 1e308", "OriginLatitude")]
    [InlineData("UPDATE Jobs SET Name = printf('%.*c', 100000, 'n')", "Name")]
    [InlineData("UPDATE Jobs SET DigCorners = '[[1e300,0]]'", "DigCorners")]
    [InlineData("UPDATE Jobs SET DigCorners = 'not json'", "cannot be read")]
    public async Task A_backup_that_breaks_it_is_not_brought_back(string wrong, string part)
    {
        await using var room = await StoreRoom.OpenAsync();
        await room.JobAsync();
        await room.RunAsync(wrong);
        var backup = await new StoreBackup(room.Folder).MakeAsync(NodaTime.Instant.FromUtc(2026, 11, 25, 9, 0));
        var into = Directory.CreateTempSubdirectory("mole-test-").FullName;
        try
        {
            var error = await Assert.ThrowsAsync<IOException>(() => StoreRestore.RunAsync(backup, into, _ => { }));
            Assert.Contains(part, error.Message, StringComparison.Ordinal);
            Assert.False(File.Exists(Path.Combine(into, "gentle-mole.db")));
        }
        finally
        {
            Directory.Delete(into, recursive: true);
        }
    }
}
