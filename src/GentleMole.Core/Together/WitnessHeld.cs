namespace GentleMole.Core.Together;

/// <summary>A run of radar responses held against the dots of the line that it is said to be.</summary>
/// <param name="Meetings">Dots that lie by it, along it; none where no receiver was there.</param>
public sealed record WitnessHeld(RadarWitness Witness, IReadOnlyList<Meeting> Meetings)
{
    /// <summary>So many of its dots may contradict it by chance: 95 % intervals leave one in twenty out, and a dot may have been read badly.</summary>
    private const double OddPart = 0.2;

    private readonly Dictionary<int, Meeting> _byIndex = Meetings.ToDictionary(m => m.Index);

    /// <summary>Where it met one of the line's places, counted from 0; null where it did not.</summary>
    public Meeting? At(int index) => _byIndex.GetValueOrDefault(index);

    /// <summary>Dots that do not agree.</summary>
    public IReadOnlyList<Meeting> Odd { get; } = [.. Meetings.Where(m => !m.IsAgreed)];

    /// <summary>Where both have a depth.</summary>
    private readonly IReadOnlyList<Meeting> _deep = [.. Meetings.Where(m => m.Depth is not null).OrderBy(m => m.Depth!.Apart.Value)];

    /// <summary>The dot whose depth differs from the radar's as most do; null where none has one.</summary>
    public Meeting? Usual => _deep.Count > 0 ? _deep[_deep.Count / 2] : null;

    /// <summary>
    /// True when the two contradict each other by more than a dot that was read badly: at the usual dot, or at two and more than a fifth of them.
    /// </summary>
    public bool IsConflict => Meetings.Count > 0 && (Usual?.Depth is { IsAgreed: false } || (Odd.Count > OddPart * Meetings.Count && (Odd.Count > 1 || Meetings.Count == 1)));

    /// <summary>True when the contradiction is one of place: where dots lie beside the run.</summary>
    public bool IsOfPlace => 2 * Meetings.Count(m => !m.IsPlaceAgreed) > Meetings.Count;

    /// <summary>What was said of it, where they contradict each other still, and as they did then.</summary>
    public WitnessAnswer Answer => IsConflict && Math.Abs(ApartMetres - Witness.AnsweredApartMetres) <= SameApartMetres ? Witness.Answer : WitnessAnswer.Open;

    private const double SameApartMetres = 0.1;

    /// <summary>A question that nobody has answered.</summary>
    public bool IsOpen => IsConflict && Answer == WitnessAnswer.Open;

    /// <summary>True when they agree on what both have seen.</summary>
    public bool IsAgreed => Meetings.Count > 0 && !IsConflict;

    /// <summary>By how much the ground would be quicker than was thought, were the receiver right; 1 where no depth can be held against it.</summary>
    public double VelocityFactor => Usual?.Depth?.VelocityFactor ?? 1;

    /// <summary>How far the two lie apart as most dots have it, metres: in depth where depths differ, else to the side.</summary>
    public double ApartMetres => IsOfPlace || Usual is null
        ? Meetings.Count == 0 ? 0 : Meetings.Select(m => Math.Abs(m.AsideMetres.Value)).Order().ElementAt(Meetings.Count / 2)
        : Math.Abs(Usual.Depth!.Apart.Value);
}
