using System.Globalization;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Frame;
using GentleMole.Web.Setup;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Firm;

/// <summary>Keys of the API and of the calendar feed.</summary>
internal sealed class TokensPage(MoleDb db, PlaceClock clock, MoleOptions options, PublicAddress address) : FirmPage(db)
{
    private const int MostYears = 5;
    private string _zone = "UTC";

    public IReadOnlyList<TokenRow> Rows { get; private set; } = [];

    /// <summary>What was just made: the key, or the address of the calendar.</summary>
    public string? Made { get; private set; }

    /// <summary>The day that a new one ends on unless another is said.</summary>
    public string UsualEnd => PlaceClock.Local(clock.Moment, _zone).Date.PlusYears(1).ToString("uuuu-MM-dd", CultureInfo.InvariantCulture);

    public bool HasEnded(TokenRow token) => token.ExpiresAt is { } end && end <= clock.Moment;

    public bool IsDemo => options.Demo;

    public static string May(TokenScope scope) => scope switch
    {
        TokenScope.Read => "read jobs, and calculate",
        TokenScope.Readings => "read, and send readings",
        TokenScope.Full => "all that the API offers",
        TokenScope.Calendar => "the calendar alone",
    };

    public string When(Instant utc) => PlaceClock.Local(utc, _zone).ToString("d MMM uuuu HH:mm", CultureInfo.InvariantCulture);

    public async Task<IActionResult> OnPostAsync()
    {
        var reader = Reader();
        var name = reader.Text("name", 100, required: true);
        var scope = reader.Choice("scope", TokenScope.Readings);
        var today = PlaceClock.Local(clock.Moment, _zone).Date;
        var until = reader.Day("until") ?? today.PlusYears(1);
        if (until <= today || until > today.PlusYears(MostYears))
        {
            reader.Refuse("until", $"It must end after today, and within {MostYears} years.");
        }

        var job = reader.Whole("job", "", 1, int.MaxValue);
        if (job is { } id && !await Db.Jobs.AnyAsync(j => j.Id == id))
        {
            reader.Refuse("job", $"There is no job {id}.");
        }

        if (!reader.IsGood)
        {
            return Refused(reader);
        }

        var (text, hash) = Tokens.Make();
        Db.ApiTokens.Add(new TokenRow { Name = name, Scope = scope, OnlyJobId = job, TokenHash = hash, MadeBy = Visitor.Name, MadeAt = clock.Moment, ExpiresAt = until.AtStartOfDayInZone(PlaceClock.Zone(_zone)).ToInstant() });
        await SaveAsync();
        Made = scope == TokenScope.Calendar ? $"{address.Of(Request)}/calendar/{text}.ics" : text;
        await LoadAsync(HttpContext.RequestAborted);
        return Page();
    }

    public async Task<IActionResult> OnPostRevokeAsync(int token)
    {
        if (Rows.FirstOrDefault(r => r.Id == token && r.RevokedAt is null) is { } row)
        {
            row.RevokedAt = clock.Moment;
            await SaveAsync();
        }

        return RedirectToPage();
    }

    protected override async Task LoadAsync(CancellationToken cancellation)
    {
        Rows = await Db.ApiTokens.OrderBy(t => t.RevokedAt != null).ThenByDescending(t => t.Id).ToListAsync(cancellation);
        _zone = await Db.Firms.Select(f => f.TimeZone).SingleAsync(cancellation);
    }
}
