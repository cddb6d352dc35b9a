using GentleMole.Store.Log;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace GentleMole.Store.Tests;

/// <summary>Everything that can change is logged unless it is listed as not, with a reason.</summary>
public class LogCoverageTests
{
    private static async Task<IModel> ModelAsync(StoreRoom room) => await room.DoAsync(db => Task.FromResult(db.Model));

    /// <summary>A value of a property that differs from its default.</summary>
    private static object Other(IProperty property)
    {
        var type = Nullable.GetUnderlyingType(property.ClrType) ?? property.ClrType;
        return type == typeof(string) ? "changed" + Guid.NewGuid().ToString("N")[..8]
            : type == typeof(int) ? 77
            : type == typeof(long) ? 77L
            : type == typeof(double) ? 7.5
            : type == typeof(bool) ? true
            : type == typeof(Guid) ? Guid.NewGuid()
            : type == typeof(Instant) ? Instant.FromUtc(2026, 5, 4, 3, 2, 1)
            : type == typeof(DateTimeOffset) ? new DateTimeOffset(2026, 5, 4, 3, 2, 1, TimeSpan.Zero)
            : type == typeof(LocalDateTime) ? new LocalDateTime(2026, 5, 4, 3, 2)
            : type == typeof(LocalDate) ? new LocalDate(2026, 5, 4)
            : type == typeof(LocalTime) ? new LocalTime(3, 2)
            : type == typeof(byte[]) ? new byte[] { 1, 2, 3 }
            : type.IsEnum ? Enum.GetValues(type).GetValue(Enum.GetValues(type).Length - 1)!
            : Filled(type);
    }

    private static object Filled(Type list)
    {
        var made = (System.Collections.IList)Activator.CreateInstance(list)!;
        var item = list.GetGenericArguments()[0];
        made.Add(item.IsGenericType ? Activator.CreateInstance(item) : item == typeof(double) ? 1.5 : System.Runtime.CompilerServices.RuntimeHelpers.GetUninitializedObject(item));
        return made;
    }

    [Fact]
    public async Task Every_property_of_every_kind_makes_an_entry_when_it_changes_or_says_why_not()
    {
        await using var room = await StoreRoom.OpenAsync();
        var silent = new List<string>();
        var checkedKinds = 0;
        foreach (var kind in (await ModelAsync(room)).GetEntityTypes().Where(k => !ChangeLog.UnloggedKinds.ContainsKey(k.ClrType)))
        {
            checkedKinds++;
            foreach (var property in kind.GetProperties().Where(p => !p.IsPrimaryKey()))
            {
                await using var scope = room.Get<IServiceScopeFactory>().CreateAsyncScope();
                var db = (MoleDb)scope.ServiceProvider.GetService(typeof(MoleDb))!;
                var entity = System.Runtime.CompilerServices.RuntimeHelpers.GetUninitializedObject(kind.ClrType);
                foreach (var key in kind.FindPrimaryKey()!.Properties.Where(k => k.ClrType == typeof(string)))
                {
                    key.PropertyInfo!.SetValue(entity, "key");
                }

                var entry = db.Entry(entity);
                entry.State = EntityState.Unchanged;
                entry.Property(property.Name).CurrentValue = Other(property);
                entry.Property(property.Name).IsModified = true;
                if (!ChangeLog.Collect(db.ChangeTracker).Exists(p => p.Changed.Contains(property.Name))
                    && !ChangeLog.UnloggedProperties.ContainsKey($"{kind.ClrType.Name}.{property.Name}"))
                {
                    silent.Add($"{kind.ClrType.Name}.{property.Name}");
                }
            }
        }

        Assert.Empty(silent);
        Assert.InRange(checkedKinds, 25, 60);
    }

    [Fact]
    public async Task What_is_listed_as_not_logged_is_there_and_says_why()
    {
        await using var room = await StoreRoom.OpenAsync();
        var kinds = (await ModelAsync(room)).GetEntityTypes().ToList();
        var properties = kinds.SelectMany(k => k.GetProperties().Select(p => $"{k.ClrType.Name}.{p.Name}")).ToHashSet();

        Assert.All(ChangeLog.UnloggedKinds, k => Assert.True(kinds.Exists(e => e.ClrType == k.Key) && k.Value.Length > 5));
        Assert.All(ChangeLog.UnloggedProperties, p => Assert.True(properties.Contains(p.Key) && p.Value.Length > 5, p.Key));
        Assert.All(ChangeLog.Hidden, p => Assert.Contains(p, properties));
    }

    [Fact]
    public async Task A_secret_is_logged_as_changed_and_never_shown()
    {
        await using var room = await StoreRoom.OpenAsync();
        await room.DoAsync(async db =>
        {
            var person = new MoleUser { Name = "Wren", UserName = "wren", PasswordHash = "first-secret" };
            db.Users.Add(person);
            await db.SaveChangesAsync();
            person.PasswordHash = "second-secret";
            return await db.SaveChangesAsync();
        });

        var entries = await room.DoAsync(db => db.Log.AsNoTracking().Where(e => e.Subject.StartsWith("MoleUser:")).ToListAsync());
        Assert.Equal(["added", "changed"], entries.Select(e => e.What));
        Assert.Contains("PasswordHash", entries[1].After, StringComparison.Ordinal);
        Assert.All(entries, e => Assert.DoesNotContain("secret", e.Before + e.After, StringComparison.Ordinal));
    }
}
