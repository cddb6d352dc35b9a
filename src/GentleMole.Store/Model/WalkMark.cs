namespace GentleMole.Store.Model;

/// <summary>Something that was passed while a profile was walked.</summary>
/// <param name="AlongMetres">As the wheel counted.</param>
/// <param name="Note">What it was: a kerb, a cover, a peg.</param>
public sealed record WalkMark(double AlongMetres, string Note);
