using GentleMole.Core.Yards;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Web.Practice;

/// <summary>A round as it is in play.</summary>
/// <param name="Row">As it is kept, without its steps.</param>
/// <param name="Round">TRUTH is in it.</param>
/// <param name="Times">When each reading was taken, in their order.</param>
/// <param name="Hooked">When each hookup was made.</param>
internal sealed record PracticePlay(PracticeRound Row, YardRound Round, List<Instant> Times, List<Instant> Hooked)
{
    private YardScore? _score;
    private YardBest? _best;
    private bool _hasBest;
    private (YardRound Round, YardScore Score)? _careful;
    private bool _hasCareful;

    /// <summary>Steps that are kept.</summary>
    public int Steps { get; set; }

    /// <summary>TRUTH: what it came to, once it is finished; judged once.</summary>
    public YardScore Score => _score ??= YardJudge.Of(Round);

    /// <summary>TRUTH: the same ground walked with care by somebody simulated, who knows what may be seen alone; walked once. Null where there is no record to walk by.</summary>
    public (YardRound Round, YardScore Score)? Careful
    {
        get
        {
            if (!_hasCareful && SimulatedLearner.CanPlay(Round.Site))
            {
                var round = new YardRound(Round.Yard, Round.Seed, Round.Instrument);
                _careful = (round, new SimulatedLearner(round).Play());
            }

            _hasCareful = true;
            return _careful;
        }
    }

    /// <summary>TRUTH: what would have served best; sought once.</summary>
    public YardBest? Best
    {
        get
        {
            (_best, _hasBest) = (_hasBest ? _best : YardBest.Of(Round), true);
            return _best;
        }
    }
}
