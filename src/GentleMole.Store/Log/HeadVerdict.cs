namespace GentleMole.Store.Log;

/// <summary>What the signed heads say of a chain.</summary>
/// <param name="Signed">Heads whose signature fits and which the chain holds.</param>
/// <param name="At">The entry that is concerned, when there is trouble; else the last that was signed.</param>
/// <param name="Foreign">Heads signed by a key that is not on this machine: they fit the chain, but who signed them cannot be told here.</param>
/// <param name="HasKey">False when there is no key here to check against.</param>
public sealed record HeadVerdict(int Signed, HeadTrouble Trouble, long At, int Foreign, bool HasKey);
