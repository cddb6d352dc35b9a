using System.Collections.Concurrent;
using GentleMole.Core.Trace;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>
/// Keeps the judgement of dots with a row across: fitting one costs a millisecond, and a sheet is drawn over and over while
/// the readings stay the same.
/// </summary>
internal sealed class FitCache
{
    private const int Most = 2000;
    private readonly ConcurrentDictionary<Guid, (string Key, DotJudgement Judgement)> _kept = new();

    public DotJudgement Judge(Reading reading, DotContext context)
    {
        var observation = reading.ToObservation();
        if (reading.Across.Count == 0)
        {
            return DotJudge.Judge(observation, context);
        }

        var key = $"{observation with { Across = [] }}{string.Join(';', observation.Across)}{context}";
        if (_kept.TryGetValue(reading.Id, out var kept) && kept.Key == key)
        {
            return kept.Judgement;
        }

        if (_kept.Count > Most)
        {
            _kept.Clear();
        }

        var judgement = DotJudge.Judge(observation, context);
        _kept[reading.Id] = (key, judgement);
        return judgement;
    }
}
