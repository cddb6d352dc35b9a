using GentleMole.Store.Log;

namespace GentleMole.Store.Model;

/// <summary>What joins or parts lines of the supposed ground.</summary>
public sealed class LineTie : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    /// <summary>Name of the line in the supposed ground: <c>line-3</c>, <c>record-5</c>, <c>drawn-2</c>.</summary>
    public required string From { get; set; }

    public double FromMetres { get; set; }

    /// <summary>The other line of a bond; empty for an insulating joint.</summary>
    public string To { get; set; } = "";

    public double ToMetres { get; set; }

    /// <summary>Resistance of the bond, or of the jumper over a joint; null for an open joint.</summary>
    public double? Ohms { get; set; }

    public bool IsJoint => To.Length == 0;
}
