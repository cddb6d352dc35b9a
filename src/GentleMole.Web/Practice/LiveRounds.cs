namespace GentleMole.Web.Practice;

/// <summary>Rounds in play are held, so that the ground is not laid out anew for each reading; the longest untouched go first.</summary>
internal sealed class LiveRounds : IDisposable
{
    private const int Most = 48;

    private readonly Dictionary<int, Seat> _seats = [];
    private readonly Lock _door = new();
    private long _clock;

    /// <summary>Waits for the round's turn: one thing at a time is done in it.</summary>
    public async Task<Held> EnterAsync(int round, CancellationToken cancellation)
    {
        Seat seat;
        lock (_door)
        {
            if (!_seats.TryGetValue(round, out seat!))
            {
                foreach (var old in _seats.Where(s => s.Value.Waiting == 0).OrderBy(s => s.Value.LastAt).Take(Math.Max(0, _seats.Count - Most + 1)).ToList())
                {
                    _seats.Remove(old.Key);
                    old.Value.Turn.Dispose();
                }

                _seats[round] = seat = new Seat();
            }

            seat.Waiting++;
            seat.LastAt = ++_clock;
        }

        try
        {
            await seat.Turn.WaitAsync(cancellation);
        }
        catch
        {
            Leave(seat);
            throw;
        }

        return new Held(this, seat);
    }

    /// <summary>Lets go of all that is held; who comes back finds it as it is kept.</summary>
    public void Dispose()
    {
        lock (_door)
        {
            foreach (var seat in _seats.Values)
            {
                seat.Turn.Dispose();
            }

            _seats.Clear();
        }
    }

    private void Leave(Seat seat)
    {
        lock (_door)
        {
            seat.Waiting--;
        }
    }

    /// <summary>A round held by whoever works on it.</summary>
    public sealed class Held : IDisposable
    {
        private readonly LiveRounds _rounds;
        private readonly Seat _seat;

        internal Held(LiveRounds rounds, Seat seat) => (_rounds, _seat) = (rounds, seat);

        /// <summary>As it was left; null where it must be played again out of what is kept.</summary>
        public PracticePlay? Play
        {
            get => _seat.Play;
            set => _seat.Play = value;
        }

        public void Dispose()
        {
            _seat.Turn.Release();
            _rounds.Leave(_seat);
        }
    }

    internal sealed class Seat
    {
        public SemaphoreSlim Turn { get; } = new(1);

        public PracticePlay? Play { get; set; }

        public int Waiting { get; set; }

        public long LastAt { get; set; }
    }
}
