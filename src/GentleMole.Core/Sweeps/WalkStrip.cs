using GentleMole.Core.Site;
using NodaTime;

namespace GentleMole.Core.Sweeps;

/// <summary>
/// Strength against way walked, as samples come: late ones fall into their place by the device's own clock, those that come twice
/// count once; those of one moment, where the clock is a coarse one, stay in the order in which they came. What was walked after a jump or a pause begins a new leg, and no top reaches over it.
/// </summary>
/// <param name="threshold">The least level that counts as a response.</param>
/// <param name="most">Samples that are held; the oldest go.</param>
public sealed class WalkStrip(double threshold, int most)
{
    /// <summary>Nobody walks so far between two samples: the device was carried, or did not listen.</summary>
    public const double JumpMetres = 3;

    private const double ShownWithinMetres = 0.35;

    private static readonly Duration Pause = Duration.FromSeconds(30);

    private readonly List<StripSample> _samples = [];
    private readonly List<double> _along = [];
    private readonly List<int> _legs = [];
    private readonly HashSet<Guid> _known = [];
    private readonly List<StripCrossing> _crossings = [];

    /// <summary>In the order walked.</summary>
    public IReadOnlyList<StripSample> Samples => _samples;

    /// <summary>Way walked up to each, metres; over a jump none is counted.</summary>
    public IReadOnlyList<double> AlongMetres => _along;

    /// <summary>Where each leg begins: places in <see cref="Samples"/>.</summary>
    public IReadOnlyList<int> Legs => _legs;

    /// <summary>What was crossed, in the order walked.</summary>
    public IReadOnlyList<StripCrossing> Crossings => _crossings;

    /// <summary>Takes samples in any order.</summary>
    /// <returns>From which place on the strip is another one than before: the number of samples where nothing is new.</returns>
    public int Add(IEnumerable<StripSample> samples)
    {
        var from = _samples.Count;
        foreach (var sample in samples)
        {
            if (!_known.Add(sample.Id))
            {
                continue;
            }

            var at = _samples.Count;
            while (at > 0 && sample.At < _samples[at - 1].At)
            {
                at--;
            }

            _samples.Insert(at, sample);
            from = Math.Min(from, at);
        }

        // A little over, so that a strip that is full is not cut at every sample.
        if (_samples.Count > most + (most / 4))
        {
            var over = _samples.Count - most;
            _known.ExceptWith(_samples.Take(over).Select(s => s.Id));
            _samples.RemoveRange(0, over);
            from = 0;
        }

        if (from < _samples.Count)
        {
            Measure(from);
        }

        return from;
    }

    private void Measure(int from)
    {
        _along.RemoveRange(Math.Min(from, _along.Count), Math.Max(0, _along.Count - from));
        _legs.RemoveAll(l => l >= from);
        for (var i = _along.Count; i < _samples.Count; i++)
        {
            var step = i == 0 ? 0 : _samples[i].Place.DistanceTo(_samples[i - 1].Place);
            var breaks = i == 0 || step > JumpMetres || _samples[i].At - _samples[i - 1].At > Pause;
            if (breaks)
            {
                _legs.Add(i);
            }

            _along.Add(i == 0 ? 0 : _along[i - 1] + (breaks ? 0 : step));
        }

        // The leg in which something is new and those after it; the one before too, which it may have cut or joined.
        var leg = Math.Max(0, _legs.FindLastIndex(l => l <= from) - 1);
        var start = _samples[_legs[leg]].At;
        _crossings.RemoveAll(c => leg == 0 || c.At >= start);
        for (var i = leg; i < _legs.Count; i++)
        {
            Cross(_legs[i], i + 1 < _legs.Count ? _legs[i + 1] : _samples.Count);
        }
    }

    private void Cross(int from, int to)
    {
        List<(double AlongMetres, double Level)> strip = [];
        for (var i = from; i < to; i++)
        {
            // Who stands still adds nothing to the way: such samples are one.
            if (strip.Count > 0 && _along[i] - strip[^1].AlongMetres < 1e-3)
            {
                strip[^1] = (strip[^1].AlongMetres, Math.Max(strip[^1].Level, _samples[i].Level));
            }
            else
            {
                strip.Add((_along[i], _samples[i].Level));
            }
        }

        foreach (var peak in PassPeaks.Of(strip, threshold))
        {
            var after = _along.FindIndex(from, to - from, a => a >= peak.AlongMetres);
            after = after < 0 ? to - 1 : Math.Max(after, from + 1);
            var (a, b) = (_samples[after - 1], _samples[after]);
            var length = _along[after] - _along[after - 1];
            var part = length > 0 ? Math.Clamp((peak.AlongMetres - _along[after - 1]) / length, 0, 1) : 0;
            var place = a.Place + ((b.Place - a.Place) * part);
            _crossings.Add(new StripCrossing((part < 0.5 ? a : b).At, place, peak.AlongMetres, peak, Shown(from, to, place)));
        }
    }

    private StripSample? Shown(int from, int to, SitePoint place)
    {
        StripSample? nearest = null;
        for (var i = from; i < to; i++)
        {
            if ((_samples[i].DepthMetres ?? _samples[i].Milliamps) is not null && _samples[i].Place.DistanceTo(place) is var far && far <= (nearest?.Place.DistanceTo(place) ?? ShownWithinMetres))
            {
                nearest = _samples[i];
            }
        }

        return nearest;
    }
}
