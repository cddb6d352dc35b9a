using GentleMole.Core.Records;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Web.Sheet;

/// <summary>An owner on the notice, or asked beside it, with what came back.</summary>
/// <param name="Request">Null when it was not asked yet.</param>
internal sealed record OwnerFile(string Owner, OwnerRow? Row, RecordRequest? Request, RecordState State, IReadOnlyList<string> Missing, LocalDate? HoldsUntil);
