using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A sheet as it went out: who gave it, who took it, and what it claimed.</summary>
public sealed class HandedSheet : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    /// <summary>From 1 in each job.</summary>
    public int Number { get; set; }

    public Instant At { get; set; }

    /// <summary>Whose account it was done with.</summary>
    public required string Account { get; set; }

    /// <summary>Who hands over, as signed.</summary>
    public required string GivenBy { get; set; }

    /// <summary>The strokes of the signature, on a field 600 wide and 200 high (SVG path data); empty where none was drawn.</summary>
    public string GivenSign { get; set; } = "";

    /// <summary>Who took it; empty until somebody did.</summary>
    public string TakenBy { get; set; } = "";

    public string TakenSign { get; set; } = "";

    public Instant? TakenAt { get; set; }

    /// <summary>Head of the log's chain when it went out.</summary>
    public string Head { get; set; } = "";

    /// <summary>Code of what it claimed.</summary>
    public string Code { get; set; } = "";

    /// <summary>What it claimed, a fact a line; its code is made of it.</summary>
    public string Facts { get; set; } = "";
}
