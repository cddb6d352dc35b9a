using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Store.Log;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Store.Tests;

/// <summary>What is sent again is known again, and what somebody else changed is not swept away.</summary>
public class OnceTests
{
    [Theory]
    [InlineData(1, true)]
    [InlineData(89, true)]
    [InlineData(91, false)]
    public async Task An_id_is_remembered_for_a_quarter_of_a_year(int daysAgo, bool remembered)
    {
        await using var room = await StoreRoom.OpenAsync();
        var id = Guid.NewGuid();
        await room.DoAsync(async db =>
        {
            db.Once.Add(new SentOnce { Id = id, At = SystemClock.Instance.GetCurrentInstant() - Duration.FromDays(daysAgo) });
            await db.SaveChangesAsync();
            await StoreSetup.ForgetOldIdsAsync(db);
            return 0;
        });

        Assert.Equal(remembered, await room.DoAsync(db => db.Once.AnyAsync(o => o.Id == id)));
    }

    [Fact]
    public async Task What_somebody_else_changed_since_it_was_shown_is_not_removed()
    {
        await using var room = await StoreRoom.OpenAsync();
        var (job, _) = await room.JobAsync();
        var (feature, seen) = await room.DoAsync(async db =>
        {
            var made = new SiteFeature { JobId = job, Kind = FeatureKind.Valve, Name = "valve", Utility = UtilityKind.Gas, Points = [new SitePoint(1, 2)] };
            db.Features.Add(made);
            await db.SaveChangesAsync();
            return (made.Id, await db.LogHeadAsync());
        });
        await room.DoAsync(async db =>
        {
            (await db.Features.SingleAsync()).Name = "valve, seen leaking";
            return await db.SaveChangesAsync();
        });
        Task<int> RemoveAsync(long upTo) => room.DoAsync(async db =>
        {
            db.Change.SeenUpTo = upTo;
            db.Features.Remove(await db.Features.SingleAsync(f => f.Id == feature));
            return await db.SaveChangesAsync();
        });

        var clash = await Assert.ThrowsAsync<ChangedMeanwhileException>(() => RemoveAsync(seen));
        Assert.Contains("seen leaking", Assert.Single(clash.Changes).After, StringComparison.Ordinal);
        Assert.Equal(1, await room.DoAsync(db => db.Features.CountAsync()));

        await RemoveAsync(await room.DoAsync(db => db.LogHeadAsync()));
        Assert.Equal(0, await room.DoAsync(db => db.Features.CountAsync()));
    }
}
