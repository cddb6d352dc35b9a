using NodaTime;

namespace GentleMole.Core.Notices;

/// <summary>Something of an owner with the local moment at which its validity began.</summary>
public sealed record Dated(string Owner, LocalDateTime From, ValidityRule Rule);
