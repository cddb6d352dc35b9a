using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;

namespace GentleMole.Core.Handover;

/// <summary>A utility as a sheet answers it.</summary>
public sealed record ClaimedLine(UtilityKind Kind, string Owner, LineAnswer Answer, IReadOnlyList<ClaimedStretch> Stretches)
{
    /// <summary>How much of it is marked.</summary>
    public double LengthMetres => Stretches.Sum(s => s.LengthMetres);

    /// <summary>How much of that is not sound.</summary>
    public double DoubtfulMetres => Stretches.Where(s => s.Confidence != Verdict.Sound).Sum(s => s.LengthMetres);

    /// <summary>How much of it is of a level.</summary>
    public double MetresOf(QualityLevel level) => Stretches.Where(s => s.Level == level).Sum(s => s.LengthMetres);

    /// <summary>The way it takes; null where nothing is marked.</summary>
    public Run? Run => Stretches.Count > 0 && SiteRules.IsRun([Stretches[0].From, .. Stretches.Select(s => s.To)]) ? new Run([Stretches[0].From, .. Stretches.Select(s => s.To)]) : null;
}
