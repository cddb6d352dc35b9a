using NodaTime;

namespace GentleMole.Core.Notices;

/// <summary>A day that matters, and how many days away it is (negative when past).</summary>
/// <param name="Owner">Whose plans or marks it is about; null for the notice as a whole.</param>
public sealed record Deadline(DeadlineKind Kind, LocalDate Date, int DaysAway, string? Owner = null);
