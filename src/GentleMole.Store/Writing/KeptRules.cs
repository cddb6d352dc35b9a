using GentleMole.Core;
using GentleMole.Core.Site;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata;

namespace GentleMole.Store.Writing;

/// <summary>Holds everything that is about to be stored, and everything that a restore brings back, to <see cref="KeptValues"/>.</summary>
internal static class KeptRules
{
    /// <exception cref="RuleBrokenException">A value breaks the rule.</exception>
    public static void Check(ChangeTracker tracker)
    {
        var errors = tracker.Entries().Where(e => e.State is EntityState.Added or EntityState.Modified)
            .SelectMany(e => e.Properties.Where(p => e.State == EntityState.Added || p.IsModified).Select(p => Wrong(p.Metadata, p.CurrentValue)))
            .OfType<FieldError>().ToList();
        if (errors.Count > 0)
        {
            throw new RuleBrokenException(errors);
        }
    }

    /// <summary>The first value of a whole store that breaks the rule; null when none does.</summary>
    public static async Task<FieldError?> FirstWrongAsync(MoleDb db, CancellationToken cancellation)
    {
        foreach (var type in db.Model.GetEntityTypes().Where(t => !t.IsOwned() && t.GetProperties().Any(p => p.ClrType != typeof(byte[]))))
        {
            var rows = (IQueryable<object>)db.GetType().GetMethod(nameof(DbContext.Set), [])!.MakeGenericMethod(type.ClrType).Invoke(db, null)!;
            await foreach (var row in rows.AsNoTracking().AsAsyncEnumerable().WithCancellation(cancellation).ConfigureAwait(false))
            {
                var wrong = type.GetProperties().Where(p => !p.IsShadowProperty()).Select(p => Wrong(p, p.PropertyInfo?.GetValue(row))).FirstOrDefault(w => w is not null);
                if (wrong is not null)
                {
                    return wrong;
                }
            }
        }

        return null;
    }

    private static FieldError? Wrong(IProperty property, object? value) =>
        KeptValues.Wrong(property.Name, value, property.GetMaxLength() ?? KeptValues.MostText) is { } wrong
            ? new FieldError($"{property.DeclaringType.ClrType.Name}.{property.Name}", wrong)
            : null;
}
