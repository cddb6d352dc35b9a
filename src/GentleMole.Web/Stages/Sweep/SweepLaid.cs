using GentleMole.Core;
using GentleMole.Core.Sweeps;
using GentleMole.Store.Model;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>A sweep that is being asked for, as its passes would lie.</summary>
internal sealed record SweepLaid(Sweep Sweep, IReadOnlyList<SweepPass> Passes, IReadOnlyList<FieldError> Errors)
{
    /// <summary>What an area's passes would find.</summary>
    private SweepChance? Chance { get; } = Sweep.Order.IsRound || Errors.Count > 0 ? null : SweepChance.Of(Sweep.Area, Passes, Sweep.SoughtLengthMetres, Sweep.Sought.ChanceMet);

    /// <summary>How many, how long, how wide apart at most.</summary>
    public string Say(Person person)
    {
        if (Errors.Count > 0)
        {
            return Errors[0].Sentence;
        }

        var time = SweepTime.Of(Passes, SweepTime.ResponsesExpected(Passes, Chance?.Responses ?? 2));
        return $"{Passes.Count} pass{(Passes.Count == 1 ? "" : "es")}, {person.Run(Passes.Sum(p => p.LengthMetres))} to walk, some {Math.Max(1, Math.Round(time.TotalMinutes)):0} minutes.";
    }

    /// <summary>Both rules of spacing.</summary>
    public string Advice(Person person)
    {
        var sought = Sweep.Sought;
        var found = Chance is null ? "" : $"A line as sought is met with {FigureWords.Chance(Chance.Met)}, often enough to be told from chance with {FigureWords.Chance(Chance.Told)}. ";
        var both = sought.BothWaysMetres is { } b ? $"in both directions at most {person.Length(b)} apart, so that it is crossed often enough even at the worst angle" : "no grid would do: it is met too seldom at that depth";
        var one = sought.AlongsideMetres is { } a ? $"in one direction at most {person.Length(a)}, so that one that runs along the passes is heard" : "one that runs along the passes is not heard at all";
        return $"{found}Passes {both}; {one}. Step along a pass no more than {person.Length(sought.StepMetres)}, or its peak is stepped over.";
    }
}
