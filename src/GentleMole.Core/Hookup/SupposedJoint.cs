namespace GentleMole.Core.Hookup;

/// <summary>An insulating joint at a chainage of a run on the sheet.</summary>
public sealed record SupposedJoint(string Line, double AtMetres, double? BridgeOhms);
