using GentleMole.Core.Identify;

namespace GentleMole.Web.Sheet;

/// <summary>A review of a line's dots in the making.</summary>
internal sealed class ReviewRun(IdentifyTask task)
{
    private readonly Lock _lock = new();
    private readonly SortedDictionary<int, (DotIdentity Identity, int? Since)> _known = [];
    private IReadOnlyList<GroundLesson> _lessons = [];
    private bool _isDone;

    public IdentifyTask Task => task;

    /// <summary>Indices of dots that are doubtful now.</summary>
    public IReadOnlyList<int> Doubtful
    {
        get
        {
            lock (_lock)
            {
                return [.. _known.Where(k => LineIdentities.IsDoubtful(k.Value.Identity)).Select(k => k.Key)];
            }
        }
    }

    public void Add(IReadOnlyList<(int Dot, DotIdentity Identity)> known)
    {
        lock (_lock)
        {
            foreach (var (dot, identity) in known)
            {
                _known[dot] = (identity, null);
            }
        }
    }

    /// <param name="later">Index of the dot that makes it doubtful.</param>
    public void Since(int dot, int? later)
    {
        lock (_lock)
        {
            _known[dot] = _known[dot] with { Since = later };
        }
    }

    public void Ended(IReadOnlyList<GroundLesson> lessons)
    {
        lock (_lock)
        {
            (_lessons, _isDone) = (lessons, true);
        }
    }

    /// <summary>As far as it has got.</summary>
    /// <param name="dots">Those that were asked about, in the same order.</param>
    public LineReview Told(IReadOnlyList<JudgedDot> dots)
    {
        lock (_lock)
        {
            return new LineReview(
                task, [.. _known.Select(k => new ReviewedDot(dots[k.Key], k.Value.Identity, k.Value.Since is { } later ? dots[later].Reading.Number : null))], _lessons, dots.Count, _isDone);
        }
    }
}
