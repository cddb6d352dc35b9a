using GentleMole.Store.Log;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Words;

/// <summary>The verdict on the chain, for the page and the terminal.</summary>
internal static class LogVerdictWords
{
    public static string Say(LogVerdict verdict) => verdict switch
    {
        { Broken: { } at } => $"The chain is broken at entry {at}.",
        { LostHandovers.Count: > 0 } => "The end of the log is missing.",
        { BrokenBlock: { } block } => $"Evidence was altered: block {block} of the instruments' readings.",
        _ => $"The chain is whole: {verdict.Entries} entries{(verdict.Samples > 0 ? $", and {verdict.Samples} readings of instruments as they came" : "")}.",
    };

    public static string Why(LogVerdict verdict) => verdict switch
    {
        { Broken: not null } => $"{verdict.Entries} entries before it fit. Something was altered or taken out there: keep this file, and compare with a backup.",
        { LostHandovers.Count: > 0 } => $"The handover of job {string.Join(", ", verdict.LostHandovers)} carries a head that the chain does not hold.",
        { BrokenBlock: not null } => "It is not as the log says, is gone, or no entry speaks of it. The chain of the log itself fits: keep this file, and compare with a backup.",
        { Entries: 0 } => "There is nothing in it yet.",
        _ => "Head " + verdict.Head,
    };
}
