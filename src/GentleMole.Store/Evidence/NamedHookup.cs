using NodaTime;

namespace GentleMole.Store.Evidence;

/// <summary>A hookup as far as samples belong to it.</summary>
internal sealed record NamedHookup(int Id, int LineId, int? ReceiverId, Instant MadeAt);
