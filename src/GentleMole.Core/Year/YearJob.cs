using NodaTime;

namespace GentleMole.Core.Year;

/// <summary>What a year's account is made of, job by job.</summary>
/// <param name="Received">Day of the call, or on which the job was made where nobody said it.</param>
public sealed record YearJob(int Id, string Name, LocalDate Received, IReadOnlyList<YearAnswer> Answers, IReadOnlyList<YearSheet> Sheets, IReadOnlyList<YearHole> Holes, IReadOnlyList<SpentTime> Spent);
