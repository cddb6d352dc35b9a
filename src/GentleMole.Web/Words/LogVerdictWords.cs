using GentleMole.Store.Log;

namespace GentleMole.Web.Words;

/// <summary>The verdict on the log, for the page and the terminal.</summary>
internal static class LogVerdictWords
{
    private const int MostShown = 80;

    public static string Say(LogVerdict verdict) => verdict switch
    {
        { Broken: { } at } => $"The chain is broken at entry {at}.",
        { Heads: { Trouble: HeadTrouble.CutOff, At: var at } } => $"The end of the log is missing: it was signed up to entry {at}.",
        { Heads: { Trouble: HeadTrouble.Parted, At: var at } } => $"The log is not the one that was signed at entry {at}.",
        { Heads.Trouble: HeadTrouble.Forged } => "A signed head was altered or made by somebody else.",
        { LostHandovers.Count: > 0 } => "The end of the log is missing.",
        { BrokenBlock: { } block } => $"Evidence was altered: block {block} of the instruments' readings.",
        { Difference: { Stored: "" } gone } => $"{Thing(gone)} is gone, and no entry says so.",
        { Difference: { Logged: "" } put } => $"{Thing(put)} stands there that no entry speaks of.",
        { Difference: { } other } => $"{Thing(other)} is not as the log says.",
        { Rows: null } => $"The chain is whole: {verdict.Entries} entries.",
        _ => $"Everything stands as the log says: {verdict.Entries} entries, {verdict.Rows} things{(verdict.Photos > 0 ? $", {verdict.Photos} photo{(verdict.Photos == 1 ? "" : "s")}" : "")}"
            + $"{(verdict.Profiles > 0 ? $", {verdict.Profiles} radar profile{(verdict.Profiles == 1 ? "" : "s")}" : "")}"
            + $"{(verdict.Samples > 0 ? $", {verdict.Samples} readings of instruments as they came" : "")}.",
    };

    public static string Why(LogVerdict verdict) => verdict switch
    {
        { Broken: not null } => $"{verdict.Entries} entries before it fit. Something was altered or taken out there: keep this file, and compare with a backup.",
        { Heads: { Trouble: HeadTrouble.CutOff } } => "What came after the last entry here was taken away, or an older state was laid in its place. Compare with the latest backup.",
        { Heads: { Trouble: HeadTrouble.Parted } } => "The chain fits in itself, but it was rewritten: what was signed then is not what stands here. Keep this directory, and compare with a backup.",
        { Heads.Trouble: HeadTrouble.Forged } => "The files in heads/ are written by the application alone. Keep this directory, and compare with a backup.",
        { LostHandovers.Count: > 0 } => $"The handover of job {string.Join(", ", verdict.LostHandovers)} carries a head that the chain does not hold.",
        { BrokenBlock: not null } => "It is not as the log says, is gone, or no entry speaks of it. The chain of the log itself fits: keep this file, and compare with a backup.",
        { Difference: { } difference } => Of(difference) + " It was changed past the application: keep this directory, and compare with a backup.",
        { Entries: 0 } => "There is nothing in it yet.",
        { Rows: null } => "This store is of an earlier version: only the chain was walked. Start the application on it once, then check again. Head " + verdict.Head,
        _ => $"{Signed(verdict.Heads)} Head {verdict.Head}",
    };

    private static string Signed(HeadVerdict? heads) => heads switch
    {
        null => "Nothing was signed yet.",
        { Signed: 0, Foreign: 0 } => "No signed head lies beside the data to hold it against.",
        { HasKey: false } => $"{heads.Foreign} signed head{(heads.Foreign == 1 ? " fits" : "s fit")}, but the key is not on this machine: who signed cannot be told here.",
        { Foreign: > 0 } => $"{heads.Signed} signed by the key at hand and {heads.Foreign} by another hold: heads up to entry {heads.At}.",
        _ => $"{heads.Signed} signed head{(heads.Signed == 1 ? " holds" : "s hold")}, the last at entry {heads.At}.",
    };

    private static string Thing(LogDifference difference)
    {
        var parts = difference.Subject.Split(':', 2);
        var thing = LogWords.Thing(difference.Subject.Contains(':', StringComparison.Ordinal) ? difference.Subject : difference.Subject + ":");
        return $"{char.ToUpperInvariant(thing[0])}{thing[1..]}{(difference.JobId is { } job ? $" of job {job}" : "")} ({Short(parts[^1])})";
    }

    private static string Of(LogDifference difference) => difference switch
    {
        { Property: "file" } => "The picture in its file is not the one that came.",
        { Property: "" } => "",
        _ => $"{LoggedValues.Name(difference.Property)} is {Short(difference.Stored)}; the log says {(difference.Logged.Length > 0 ? Short(difference.Logged) : "nothing of it")}.",
    };

    private static string Short(string text) => text.Length <= MostShown ? text : text[..MostShown] + "…";
}
