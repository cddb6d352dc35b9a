using System.Threading.Channels;
using GentleMole.Core;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Store.Writing;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Trust;

/// <summary>
/// Notes what happens at the doors: a structured line on the console at once, and a row for the lead's page soon after. What
/// happens over and over is one row with its count, so that nobody can fill the disk by knocking.
/// </summary>
internal sealed partial class SecurityBook(IServiceScopeFactory scopes, TimeProvider clock, ILogger<SecurityBook> log) : BackgroundService
{
    private const int MostRows = 50_000;
    private const int MostWaiting = 2_000;
    private const int MostText = 200;
    private static readonly Duration Together = Duration.FromMinutes(10);
    private static readonly Duration KeptFor = Duration.FromDays(366);
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(2);

    private readonly Channel<SecurityEvent> _waiting = Channel.CreateBounded<SecurityEvent>(new BoundedChannelOptions(MostWaiting) { FullMode = BoundedChannelFullMode.DropOldest });
    private readonly SemaphoreSlim _turn = new(1);

    /// <summary>Notes something. What a stranger typed is no name; it is not noted.</summary>
    public void Note(SecurityEventKind kind, HttpContext? http, string who = "", string whoId = "", string about = "")
    {
        var address = AddressOf(http);
        about = Cut(about);
        _waiting.Writer.TryWrite(new SecurityEvent { At = clock.Now(), Kind = kind, Who = Cut(who), WhoId = Cut(whoId), Address = address, About = about });
        Happened(kind, whoId, address, about);
    }

    /// <summary>Writes what waits; whoever looks sees what happened until now.</summary>
    public async Task FlushAsync(CancellationToken cancellation)
    {
        await _turn.WaitAsync(cancellation);
        try
        {
            var batch = new List<SecurityEvent>();
            while (batch.Count < MostWaiting && _waiting.Reader.TryRead(out var one))
            {
                batch.Add(one);
            }

            if (batch.Count == 0)
            {
                return;
            }

            await using var scope = scopes.CreateAsyncScope();
            await WriteAsync(scope.ServiceProvider.GetRequiredService<MoleDb>(), batch, cancellation);
        }
        catch (Exception error) when (StoreTrouble.Of(error) is not null)
        {
            // The console has it; the store will be told of later ones.
        }
        finally
        {
            _turn.Release();
        }
    }

    /// <summary>The address of a caller, as it is noted; a network of the sixth version is one.</summary>
    public static string AddressOf(HttpContext? http) => http?.Connection.RemoteIpAddress switch
    {
        null => "",
        { IsIPv4MappedToIPv6: true } mapped => mapped.MapToIPv4().ToString(),
        var address => address.ToString(),
    };

    public override void Dispose()
    {
        _turn.Dispose();
        base.Dispose();
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (await _waiting.Reader.WaitToReadAsync(stoppingToken))
        {
            await FlushAsync(stoppingToken);
            await Task.Delay(Pause, stoppingToken);
        }
    }

    private async Task WriteAsync(MoleDb db, List<SecurityEvent> batch, CancellationToken cancellation)
    {
        await using var turn = await db.BeginWriteAsync(cancellation);
        var since = clock.Now() - Together;
        var last = await db.SecurityEvents.AsTracking().Where(e => e.At > since).OrderByDescending(e => e.Id).Take(MostWaiting).ToListAsync(cancellation);
        foreach (var one in batch)
        {
            if (last.Find(e => (e.Kind, e.WhoId, e.Address, e.About) == (one.Kind, one.WhoId, one.Address, one.About)) is { } same)
            {
                (same.Times, same.At) = (same.Times + 1, one.At);
            }
            else
            {
                db.SecurityEvents.Add(one);
                last.Add(one);
            }
        }

        await db.SaveChangesAsync(cancellation);
        var oldest = clock.Now() - KeptFor;
        var first = await db.SecurityEvents.MaxAsync(e => e.Id, cancellation) - MostRows;
        await db.SecurityEvents.Where(e => e.At < oldest || e.Id <= first).ExecuteDeleteAsync(cancellation);
        await turn.CommitAsync(cancellation);
    }

    private static string Cut(string text) => text.Length <= MostText ? text : text[..MostText];

    [LoggerMessage(Level = LogLevel.Warning, Message = "Security {Kind} by {WhoId} from {Address} about {About}")]
    private partial void Happened(SecurityEventKind kind, string whoId, string address, string about);
}
