namespace GentleMole.Store.Log;

/// <summary>The first thing in the tables that is not as the log says.</summary>
/// <param name="Subject">Kind and id, as the log writes them: <c>Reading:6f96…</c>.</param>
/// <param name="JobId">The job that it belongs to, where it does.</param>
/// <param name="Property">Which value; empty when the whole thing is missing, or no entry speaks of it.</param>
/// <param name="Stored">What stands in the table; empty when it is missing there.</param>
/// <param name="Logged">What the log says; empty when it says nothing of it.</param>
public sealed record LogDifference(string Subject, int? JobId, string Property, string Stored, string Logged);
