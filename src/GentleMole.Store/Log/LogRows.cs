using GentleMole.Store.Writing;

namespace GentleMole.Store.Log;

/// <summary>Adds to the log without the object mapper, in the transaction at hand.</summary>
internal static class LogRows
{
    /// <summary>Numbers the entry, chains it to the last one, writes it.</summary>
    public static void Append(WriteSession session, LogEntry entry)
    {
        var last = session.Prepare("SELECT Id, Hash FROM Log ORDER BY Id DESC LIMIT 1").Rows(r => (Id: r.Long(0), Hash: r.Text(1)));
        entry.Id = last.Count > 0 ? last[0].Id + 1 : 1;
        entry.Hash = LogChain.HashOf(entry, last.Count > 0 ? last[0].Hash : LogChain.Root);
        session.Prepare(
            "INSERT INTO Log (Id, JobId, At, Who, What, Subject, Before, After, Why, Hash, WhoId) VALUES (?1, ?2, ?3, ?4, ?5, ?6, ?7, ?8, ?9, ?10, ?11)")
            .Run(entry.Id, entry.JobId, entry.At, entry.Who, entry.What, entry.Subject, entry.Before, entry.After, entry.Why, entry.Hash, entry.WhoId);
    }
}
