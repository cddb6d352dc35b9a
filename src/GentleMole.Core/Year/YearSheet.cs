using NodaTime;

namespace GentleMole.Core.Year;

/// <summary>A sheet that went out.</summary>
/// <param name="MarkedMetres">Of all its lines.</param>
/// <param name="DoubtfulMetres">Of these, what was not sound.</param>
public sealed record YearSheet(LocalDate On, double MarkedMetres, double DoubtfulMetres);
