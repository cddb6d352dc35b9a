using GentleMole.Store.Log;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Trust;

/// <summary>A page on which things are entered: what it does when an entry is stored already, or met somebody else's change.</summary>
internal interface IEntryPage
{
    /// <summary>Where to go when what was sent is stored already.</summary>
    IActionResult Stored();

    /// <summary>The page again, with what was typed and what somebody else changed meanwhile.</summary>
    /// <param name="carried">Values that others changed and that this form only carried along.</param>
    Task<IActionResult> ToldAsync(IReadOnlyList<LogEntry> changes, IReadOnlyList<string> carried);
}
