using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A sonde or camera head pushed into a pipe from one access: the check on the ground first, then its stops, and what the camera saw.</summary>
public sealed class SondePush : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int LineId { get; set; }

    /// <summary>Where it went in.</summary>
    public required string Access { get; set; }

    public double? FrequencyHertz { get; set; }

    /// <summary>The receiver was quiet at its frequency with the sonde off.</summary>
    public bool IsQuiet { get; set; }

    /// <summary>Strong and steady with it on, on the ground.</summary>
    public bool IsSteady { get; set; }

    /// <summary>Depth that the receiver showed with the sonde a metre away on the ground, metres; null where it was not tried.</summary>
    public double? CheckMetres { get; set; }

    /// <summary>Inside of the pipe, for its invert.</summary>
    public double? InsideMetres { get; set; }

    public string Note { get; set; } = "";

    public string By { get; set; } = "";

    public Instant At { get; set; }

    /// <summary>When somebody said that the pipe is to be marked by this push; null until then.</summary>
    public Instant? TakenAt { get; set; }

    public List<PushedFix> Fixes { get; } = [];

    public List<CameraFind> Finds { get; } = [];

    public bool IsChecked => IsQuiet && IsSteady;
}
