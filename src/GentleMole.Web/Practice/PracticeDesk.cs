using System.Text.Json;
using GentleMole.Core;
using GentleMole.Core.Lines;
using GentleMole.Core.Yards;
using GentleMole.Store;
using GentleMole.Store.Model;
using GentleMole.Web.Words;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Practice;

/// <summary>
/// Rounds of practice: begun, played, finished. What was done is kept step by step before it is answered; a round is its steps, played again. It belongs to who plays it.
/// </summary>
internal sealed class PracticeDesk(MoleDb db, LiveRounds live, YardShelf shelf, TimeProvider clock)
{
    /// <summary>Nobody walks more in a round.</summary>
    public const int MostReadings = 40_000;
    public const int MostHookups = 200;
    public const int MostSteps = 4_000;
    public const int MostAtOnce = 500;
    public const int MostPoints = 500;
    public const int MostWhy = 500;

    /// <summary>So many of one player are kept open; the oldest of more are forgotten.</summary>
    private const int MostOpen = 200;

    /// <summary>Begins a round.</summary>
    /// <param name="seed">Null draws one.</param>
    public async Task<PracticePlay> StartAsync(PracticePlayer player, Yard yard, int? seed, CancellationToken cancellation)
    {
        var open = db.Rounds.Where(r => r.OwnerId == player.Id && r.FinishedAt == null);
        if (await open.CountAsync(cancellation) >= MostOpen)
        {
            await ForgetAsync(await open.OrderBy(r => r.StartedAt).Select(r => r.Id).FirstAsync(cancellation), player, cancellation);
        }

        var row = new PracticeRound { OwnerId = player.Id, OwnerName = player.Name, Yard = yard.Code, Seed = seed ?? Random.Shared.Next(), StartedAt = clock.Now() };
        db.Rounds.Add(row);
        await db.SaveChangesAsync(cancellation);
        var play = new PracticePlay(row, new YardRound(yard, row.Seed), [], []);
        using var held = await live.EnterAsync(row.Id, cancellation);
        held.Play = play;
        return play;
    }

    /// <summary>Looks at a round while nobody works on it.</summary>
    public async Task<PracticeTold<T>> LookAsync<T>(int id, PracticePlayer player, Func<PracticePlay, T> look, CancellationToken cancellation)
    {
        using var held = await live.EnterAsync(id, cancellation);
        return await OpenAsync(held, id, player, cancellation) is { } play ? look(play) : PracticeStop.NoSuchRound;
    }

    public Task<PracticeTold<YardHooked>> HookAsync(int id, PracticePlayer player, YardHookup hookup, CancellationToken cancellation) => DoAsync<YardHooked>(id, player, PracticeStepKind.Hookup, play =>
    {
        if (play.Round.Hookups.Count >= MostHookups)
        {
            return PracticeStop.Full;
        }

        var made = play.Round.Hook(hookup);
        if (!made.IsGood)
        {
            return (List<FieldError>)[.. made.Errors];
        }

        play.Hooked.Add(clock.Now());
        return made.Value;
    }, () => PracticeSteps.Write(hookup), cancellation);

    public Task<PracticeTold<IReadOnlyList<YardShown>>> ReadAsync(int id, PracticePlayer player, IReadOnlyList<YardReadingAsk> asks, CancellationToken cancellation) => DoAsync<IReadOnlyList<YardShown>>(id, player, PracticeStepKind.Readings, play =>
    {
        if (play.Round.Readings.Count + asks.Count > MostReadings)
        {
            return PracticeStop.Full;
        }

        var read = play.Round.Read(asks);
        if (!read.IsGood)
        {
            return (List<FieldError>)[.. read.Errors];
        }

        play.Times.AddRange(Enumerable.Repeat(clock.Now(), asks.Count));
        return new PracticeTold<IReadOnlyList<YardShown>>(read.Value, [], null);
    }, () => PracticeSteps.Write(asks), cancellation);

    public Task<PracticeTold<string>> MarkAsync(int id, PracticePlayer player, UtilityKind utility, IReadOnlyList<YardPoint> points, CancellationToken cancellation) => DoAsync<string>(
        id, player, PracticeStepKind.Marks, play => play.Round.Mark(utility, points) is { Count: > 0 } errors ? (List<FieldError>)[.. errors] : "", () => PracticeSteps.Write(utility, points), cancellation);

    public Task<PracticeTold<string>> AnswerAsync(int id, PracticePlayer player, YardAnswer answer, CancellationToken cancellation) => DoAsync<string>(
        id, player, PracticeStepKind.Answer, play => play.Round.Answer(answer) is { Count: > 0 } errors ? (List<FieldError>)[.. errors] : "", () => PracticeSteps.Write(answer), cancellation);

    /// <summary>Ends a round: it is judged, and takes no more.</summary>
    public async Task<PracticeTold<PracticePlay>> FinishAsync(int id, PracticePlayer player, CancellationToken cancellation)
    {
        using var held = await live.EnterAsync(id, cancellation);
        if (await OpenAsync(held, id, player, cancellation) is not { } play)
        {
            return PracticeStop.NoSuchRound;
        }

        if (play.Row.FinishedAt is not null)
        {
            return PracticeStop.Finished;
        }

        var score = play.Score;
        var (at, judged) = (clock.Now(), JsonSerializer.Serialize(PracticeJudged.Of(score)));
        if (await db.Rounds.Where(r => r.Id == id).SingleOrDefaultAsync(cancellation) is not { } row)
        {
            held.Play = null;
            return PracticeStop.NoSuchRound;
        }

        (row.FinishedAt, row.Score, row.Judged) = (at, score.Score, judged);
        foreach (var set in await db.SetYards.Where(s => s.PersonId == player.Id && s.Yard == row.Yard && s.DoneAt == null).ToListAsync(cancellation))
        {
            set.DoneAt = at;
        }

        await db.SaveChangesAsync(cancellation);
        (play.Row.FinishedAt, play.Row.Score, play.Row.Judged) = (at, score.Score, judged);
        return play;
    }

    /// <summary>Forgets a round with all that was done in it.</summary>
    public async Task ForgetAsync(int id, PracticePlayer player, CancellationToken cancellation)
    {
        using var held = await live.EnterAsync(id, cancellation);
        if (await db.Rounds.SingleOrDefaultAsync(r => r.Id == id && r.OwnerId == player.Id, cancellation) is { } row)
        {
            held.Play = null;
            db.Rounds.Remove(row);
            await db.SaveChangesAsync(cancellation);
        }
    }

    private async Task<PracticeTold<T>> DoAsync<T>(int id, PracticePlayer player, PracticeStepKind kind, Func<PracticePlay, PracticeTold<T>> act, Func<string> write, CancellationToken cancellation)
    {
        using var held = await live.EnterAsync(id, cancellation);
        if (await OpenAsync(held, id, player, cancellation) is not { } play)
        {
            return PracticeStop.NoSuchRound;
        }

        if (play.Row.FinishedAt is not null)
        {
            return PracticeStop.Finished;
        }

        if (play.Steps >= MostSteps)
        {
            return PracticeStop.Full;
        }

        var told = act(play);
        if (told.Stop is not null || told.Errors.Count > 0)
        {
            return told;
        }

        // What is not kept was not done: until it is, nothing of it is held.
        held.Play = null;
        db.PracticeSteps.Add(new PracticeStep { RoundId = id, Number = play.Steps + 1, At = clock.Now(), Kind = kind, Done = write() });
        try
        {
            // Whoever hangs up meanwhile finds it when he comes back.
            await db.SaveChangesAsync(CancellationToken.None);
        }
        catch (DbUpdateException)
        {
            db.ChangeTracker.Clear();
            if (!await db.Rounds.AnyAsync(r => r.Id == id, CancellationToken.None))
            {
                return PracticeStop.NoSuchRound;
            }

            throw;
        }

        play.Steps++;
        held.Play = play;
        return told;
    }

    private async Task<PracticePlay?> OpenAsync(LiveRounds.Held held, int id, PracticePlayer player, CancellationToken cancellation)
    {
        if (held.Play is { } play)
        {
            return play.Row.OwnerId == player.Id ? play : null;
        }

        var row = await db.Rounds.AsNoTracking().SingleOrDefaultAsync(r => r.Id == id && r.OwnerId == player.Id, cancellation);
        if (row is null || await shelf.FindAsync(row.Yard, cancellation) is not { } yard)
        {
            return null;
        }

        play = new PracticePlay(row, new YardRound(yard, row.Seed), [], []);
        foreach (var step in await db.PracticeSteps.AsNoTracking().Where(s => s.RoundId == id).OrderBy(s => s.Number).ToListAsync(cancellation))
        {
            PracticeSteps.Play(play.Round, step);
            play.Times.AddRange(Enumerable.Repeat(step.At, play.Round.Readings.Count - play.Times.Count));
            play.Hooked.AddRange(Enumerable.Repeat(step.At, play.Round.Hookups.Count - play.Hooked.Count));
            play.Steps = step.Number;
        }

        return held.Play = play;
    }
}
