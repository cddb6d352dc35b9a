using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Notices;
using GentleMole.Core.Signal;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Store;
using GentleMole.Web.Forms;
using GentleMole.Web.Sheets;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Pages;

/// <summary>How the signal is put on a line: connection, stake, circuit check.</summary>
internal sealed class HookupPage(MoleDb db, SheetLoader loader, PlaceClock clock) : SheetPage(db, loader)
{
    public override JobStage Stage => JobStage.Hookup;

    protected override bool IsFieldWork => true;

    public override SheetLine? LineAtHand => Sheet.LineById(LineId)
        ?? Sheet.Lines.FirstOrDefault(l => Sheet.HookupOf(l.Line.Id) is null && l.Line.Answer == LineAnswer.Pending)
        ?? Sheet.Lines.FirstOrDefault();

    /// <summary>The latest hookup on the line at hand.</summary>
    public Hookup? Shown => LineAtHand is { } line ? Sheet.HookupOf(line.Line.Id) : null;

    public IReadOnlyList<Hookup> Earlier => LineAtHand is { } line
        ? [.. Sheet.Job.Hookups.Where(h => h.LineId == line.Line.Id).OrderByDescending(h => h.MadeAt)]
        : [];

    public CircuitResult Circuit { get; private set; } = new(CircuitState.NotMeasured, null);

    public IReadOnlyList<StakeFinding> StakeFindings { get; private set; } = [];

    public bool StakeIsGood { get; private set; }

    public double OffSquare { get; private set; }

    public double StakeDistance { get; private set; }

    public HookupMethod JudgedMethod { get; private set; } = HookupMethod.Direct;

    /// <summary>What can hurt somebody at this connection.</summary>
    public string? Caution => LineAtHand?.Line.Kind switch
    {
        UtilityKind.Electric => "Never connect directly to a live or possibly live electric line. Clamp, or listen passively, by the firm's safety rules. Transmitter off while leads are handled.",
        UtilityKind.Gas => "Transmitter off while leads are plugged or touched. Never across a regulator or meter: the house side leads elsewhere.",
        null => null,
        _ => "Transmitter off while leads are plugged or touched; test the line dead first. Never enter a chamber without the confined-space routine.",
    };

    public void OnGet() => JudgeStored();

    /// <summary>The circuit judged as it is typed; nothing is kept.</summary>
    public PartialViewResult OnPostJudge()
    {
        var reader = Reader();
        Judge(reader.Choice("method", HookupMethod.Direct), reader.Number("volts", "V", 0, 2000), reader.Number("sent", "mA", 0, 20_000),
            reader.Place("connectionEast", "connectionNorth"), reader.Place("stakeEast", "stakeNorth"));
        return Partial("_Circuit", this);
    }

    public async Task<IActionResult> OnPostAsync()
    {
        if (LineAtHand is not { } line)
        {
            return NotFound();
        }

        var reader = Reader();
        var read = Read(reader, line.Line.Id);
        if (!reader.IsGood)
        {
            Judge(read.Method, read.Volts, read.SentMilliamps, read.Connection, read.Stake);
            return Refused(reader);
        }

        var kept = int.TryParse(Request.Form["as"], out var id)
            ? await Db.Hookups.SingleOrDefaultAsync(h => h.Id == id && h.JobId == Id && h.LineId == line.Line.Id)
            : null;
        if (kept is null)
        {
            Db.Hookups.Add(read);
        }
        else
        {
            (read.Id, read.MadeAt) = (kept.Id, kept.MadeAt);
            Db.Entry(kept).CurrentValues.SetValues(read);
        }

        await SaveAsync();
        return Done(new { line = line.Line.Id });
    }

    private Hookup Read(FormReader reader, int lineId)
    {
        var method = reader.Choice("method", HookupMethod.Direct);
        var connection = reader.Place("connectionEast", "connectionNorth");
        if (connection is null && reader.IsGood && method != HookupMethod.Passive)
        {
            reader.Refuse("connectionEast", "Say where it is connected: click the plan or type east and north.");
        }

        var stake = reader.Place("stakeEast", "stakeNorth");
        if (stake is null && reader.IsGood && method == HookupMethod.Direct)
        {
            reader.Refuse("stakeEast", "A direct connection needs a stake: click where it stands.");
        }

        return new Hookup
        {
            JobId = Id,
            LineId = lineId,
            Method = method,
            ConnectedTo = reader.Text("connected", 200),
            ConnectionEast = connection?.East ?? 0,
            ConnectionNorth = connection?.North ?? 0,
            StakeEast = stake?.East,
            StakeNorth = stake?.North,
            FrequencyHertz = reader.Number("frequency", "Hz", 40, 500_000),
            SentMilliamps = reader.Number("sent", "mA", 0, 20_000),
            Volts = reader.Number("volts", "V", 0, 2000),
            MadeAt = clock.UtcNow,
        };
    }

    private void JudgeStored()
    {
        if (Shown is { } hookup)
        {
            Judge(hookup.Method, hookup.Volts, hookup.SentMilliamps, hookup.Connection, hookup.Stake);
        }
    }

    private void Judge(HookupMethod method, double? volts, double? milliamps, SitePoint? connection, SitePoint? stake)
    {
        JudgedMethod = method;
        Circuit = CircuitCheck.Judge(volts, milliamps, new CircuitLimits());
        if (LineAtHand is not { } line || connection is not { } from || stake is not { } to || method != HookupMethod.Direct)
        {
            return;
        }

        StakeFindings = StakePlacement.Judge(from, to, line.BestRun, Sheet.OthersThan(line.Line.Id));
        StakeIsGood = StakeFindings.Count == 0 && line.BestRun is not null;
        if (StakeIsGood)
        {
            OffSquare = StakePlacement.DegreesOffSquare(from, to, line.BestRun!);
            StakeDistance = from.DistanceTo(to);
        }
    }
}
