using System.Globalization;
using GentleMole.Core.Ledger;
using GentleMole.Web.Words;

namespace GentleMole.Web.Drawing;

/// <summary>A ledger in words.</summary>
internal sealed record LedgerTold(LedgerTask Task, CurrentLedger Ledger, Person Person)
{
    /// <summary>What the engine expects along the line in the ground as drawn; empty where there is none.</summary>
    public IReadOnlyList<(double ChainageMetres, double Milliamps)> Engine { get; init; } = [];

    /// <summary>"31 of 50 mA are gone between 54.0 m and 59.0 m."</summary>
    public string Sentence
    {
        get
        {
            if (Ledger.Losses.MaxBy(l => Math.Abs(l.Milliamps.Value)) is { } loss)
            {
                var more = Ledger.Losses.Count > 1 ? $", and {Ledger.Losses.Count - 1} other {(Ledger.Losses.Count == 2 ? "step" : "steps")}" : "";
                return loss.Milliamps.Value > 0
                    ? $"{FigureWords.Milliamps(loss.Milliamps.Value)} are gone between {Person.Length(loss.FromMetres)} and {Person.Length(loss.ToMetres)}{more}."
                    : $"{FigureWords.Milliamps(-loss.Milliamps.Value)} come in between {Person.Length(loss.FromMetres)} and {Person.Length(loss.ToMetres)}{more}.";
            }

            if (Ledger.Tees.FirstOrDefault(t => t.Verdict != TeeVerdict.Balances) is { } tee)
            {
                return tee.Verdict == TeeVerdict.Missing
                    ? $"At the tee {FigureWords.Milliamps(tee.MissingMilliamps)} are on no way out that was read."
                    : $"At the tee {FigureWords.Milliamps(-tee.MissingMilliamps)} more leave than come.";
            }

            return Ledger.Trend switch
            {
                CurrentTrend.Steady => "The current stays: nothing is missing.",
                CurrentTrend.Falling => $"The current leaks away evenly, {FallPerTen}: nothing is missing at once.",
                CurrentTrend.Rising => "The current rises evenly, as on a long earthed line at a high frequency: nothing is missing.",
            };
        }
    }

    public string Why
    {
        get
        {
            var share = Ledger.StartShare is { } part ? $"{FigureWords.Milliamps(Ledger.StartMilliamps)} at the first station, {FigureWords.Percent(part)} of what is sent. " : $"{FigureWords.Milliamps(Ledger.StartMilliamps)} at the first station. ";
            var trend = Ledger.Trend switch
            {
                CurrentTrend.Falling => $"Apart from steps it falls by {FallPerTen}. ",
                CurrentTrend.Rising => "Apart from steps it rises. ",
                CurrentTrend.Steady => Ledger.Losses.Count > 0 ? "Apart from that it stays. " : "",
            };
            var bad = Ledger.Outliers.Count switch
            {
                0 => "",
                1 => $"The reading at {At(Ledger.Outliers[0])} is contradicted by its neighbours: read it again.",
                _ => $"The readings at {string.Join(", ", Ledger.Outliers.Select(At))} are contradicted by their neighbours: read them again.",
            };
            return share + trend + bad + AgainstEngine;
        }
    }

    /// <summary>Said where the ground as drawn would put quite another current on the line: then something of it is not as drawn.</summary>
    private string AgainstEngine
    {
        get
        {
            if (Engine.Count == 0 || Ledger.Expected.Count == 0)
            {
                return "";
            }

            var (read, expected) = (Ledger.Expected.Average(e => e.Milliamps.Value), Engine.Average(e => e.Milliamps));
            return expected > 0 && Math.Abs(Math.Log(read / expected)) > FarFromEngine
                ? $" By the ground as drawn it would be some {FigureWords.Milliamps(expected)}: ends, soil or bonds are not as drawn." : "";
        }
    }

    /// <summary>Logarithm of a quarter more or less than expected, and some for what nobody knows of soils.</summary>
    private const double FarFromEngine = 0.4;

    public bool IsSound => Ledger.Losses.Count == 0 && Ledger.Tees.All(t => t.Verdict == TeeVerdict.Balances) && Ledger.Outliers.Count == 0;

    /// <summary>Tries, the likeliest first: what it may be, and what to do there.</summary>
    public static string Cause(LossKind kind) => kind switch
    {
        LossKind.Tee => "a branch nobody knows of: sweep to both sides for it",
        LossKind.Bond => "a bond or an earth: look for a fitting, read both lines",
        LossKind.Neighbour => "a neighbour that takes a part: sweep wider, compare currents",
        LossKind.Joint => "a joint that hardly conducts: try a higher frequency across it",
        LossKind.End => "the end of the line: sweep round it",
        LossKind.OtherLine => "another line: go back, the depth changed as well",
    };

    public static string Tee(TeeVerdict verdict) => verdict switch
    {
        TeeVerdict.Balances => "balances",
        TeeVerdict.Missing => "a way out is missing",
        TeeVerdict.TooMuch => "more leaves than comes",
    };

    private string At(int station) => Person.Length(Task.Stations[station].ChainageMetres);

    private string FallPerTen => (100 * (1 - Math.Exp(10 * Ledger.PerMetre))).ToString("0", CultureInfo.InvariantCulture) + "\u00a0% in each 10\u00a0m";
}
