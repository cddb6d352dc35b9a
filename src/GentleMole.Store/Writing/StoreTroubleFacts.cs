using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Store.Writing;

/// <summary>Why the store cannot keep or give something at the moment, for a person.</summary>
/// <param name="Sentence">What is the matter and what to do.</param>
/// <param name="After">How long to wait before the same is tried again.</param>
public sealed record StoreTroubleFacts(StoreTroubleKind Kind, string Sentence, TimeSpan After);
