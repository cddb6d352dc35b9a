namespace GentleMole.Core.Sonde;

/// <summary>A stretch in which the pipe rises against its fall, so that water stands.</summary>
/// <param name="From">Number of the fix where it begins, as it was given.</param>
/// <param name="To">Number of the fix where it ends.</param>
/// <param name="RiseMetres">By how much it rises between them.</param>
public sealed record SondeBackfall(int From, int To, double RiseMetres);
