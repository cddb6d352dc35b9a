using System.Collections.Concurrent;
using System.Net.Http.Headers;
using System.Security.Cryptography;
using System.Text;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;
using GentleMole.Web.Setup;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Trust;

/// <summary>
/// Keys of devices and scripts. They are made in the application, shown once, kept as hashes and can be revoked; the demo
/// has a known one.
/// </summary>
internal sealed class Tokens(MoleOptions options, IServiceScopeFactory scopes)
{
    public const string DemoToken = "demo-field-token";

    private static readonly Duration UseIsNotedEvery = Duration.FromMinutes(5);
    private readonly ConcurrentDictionary<int, Instant> _noted = new();

    /// <summary>A new key: the text that is shown once, and its hash.</summary>
    public static (string Text, string Hash) Make()
    {
        var text = "mole_" + Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(24));
        return (text, HashOf(text));
    }

    public static string HashOf(string text) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)));

    /// <summary>What the bearer token of a request allows, or null.</summary>
    public Task<Admitted?> AdmitAsync(HttpRequest request, Instant now, CancellationToken cancellation) =>
        AuthenticationHeaderValue.TryParse(request.Headers.Authorization, out var header)
        && string.Equals(header.Scheme, "Bearer", StringComparison.OrdinalIgnoreCase)
        && header.Parameter is { Length: > 0 and < 200 } text
            ? AdmitAsync(text, now, cancellation)
            : Task.FromResult<Admitted?>(null);

    public async Task<Admitted?> AdmitAsync(string text, Instant now, CancellationToken cancellation)
    {
        if (options.Demo && text == DemoToken)
        {
            return new Admitted(0, "of the demo", TokenScope.Full, null, true);
        }

        var hash = HashOf(text);
        await using var scope = scopes.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<MoleDb>();
        var row = await db.ApiTokens.AsNoTracking().SingleOrDefaultAsync(t => t.TokenHash == hash && t.RevokedAt == null && (t.ExpiresAt == null || t.ExpiresAt > now), cancellation);
        if (row is null)
        {
            return null;
        }

        if (!_noted.TryGetValue(row.Id, out var noted) || now - noted > UseIsNotedEvery)
        {
            _noted[row.Id] = now;
            await NoteAsync(db, row.Id, now, cancellation);
        }

        return new Admitted(row.Id, row.Name, row.Scope, row.OnlyJobId, false);
    }

    /// <summary>When it was used is good to know, and no reason to turn anybody away while the store is in trouble.</summary>
    private static async Task NoteAsync(MoleDb db, int id, Instant now, CancellationToken cancellation)
    {
        try
        {
            await using var turn = await db.BeginWriteAsync(cancellation);
            await db.ApiTokens.Where(t => t.Id == id).ExecuteUpdateAsync(set => set.SetProperty(t => t.LastUsedAt, now), cancellation);
            await turn.CommitAsync(cancellation);
        }
        catch (Exception error) when (StoreTrouble.Of(error) is not null)
        {
        }
    }
}
