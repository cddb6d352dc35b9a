using NodaTime;

namespace GentleMole.Core.Notices;

/// <summary>A day on which nobody works, and why.</summary>
public sealed record Holiday(LocalDate Date, string Name);
