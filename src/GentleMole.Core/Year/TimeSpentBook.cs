using GentleMole.Core.Job;
using NodaTime;

namespace GentleMole.Core.Year;

/// <summary>
/// Where time went, out of who changed what and when: between two changes of one person not farther apart than a break, the time goes to what the later
/// one was about. What is done without writing anything down is not in it, nor the way to the site: it is less than was worked, and right in its shares.
/// </summary>
public sealed class TimeSpentBook
{
    /// <summary>Farther apart than this somebody did something else between.</summary>
    public static readonly Duration Break = Duration.FromMinutes(30);

    private readonly Dictionary<(int Job, LocalDate On, JobStage Stage), Duration> _spent = [];
    private readonly Dictionary<string, Instant> _last = [];

    /// <summary>All of it, by job, day and stage.</summary>
    public IReadOnlyList<SpentTime> All => [.. _spent.OrderBy(s => s.Key.Job).ThenBy(s => s.Key.On).ThenBy(s => s.Key.Stage).Select(s => new SpentTime(s.Key.Job, s.Key.On, s.Key.Stage, s.Value))];

    /// <summary>One change; those of one person come in the order of their time.</summary>
    /// <param name="who">Person; the same text for the same one.</param>
    /// <param name="on">Day by the clock of the place.</param>
    /// <param name="job">The job, and which stage of it; null where it belonged to no job.</param>
    public void Note(string who, Instant at, LocalDate on, (int Id, JobStage Stage)? job)
    {
        if (_last.TryGetValue(who, out var before) && at > before && at - before <= Break && job is var (id, stage))
        {
            var key = (id, on, stage);
            _spent[key] = _spent.GetValueOrDefault(key) + (at - before);
        }

        if (!_last.TryGetValue(who, out var known) || at > known)
        {
            _last[who] = at;
        }
    }
}
