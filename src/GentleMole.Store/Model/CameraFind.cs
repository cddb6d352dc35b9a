using GentleMole.Core.Sonde;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>What the camera saw, by the cable that was out.</summary>
public sealed class CameraFind : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int PushId { get; set; }

    public double PaidOutMetres { get; set; }

    public CameraSeen Seen { get; set; }

    /// <summary>Where in the round of the pipe, as on a clock looking ahead: 12 is up; null for all round.</summary>
    public int? Clock { get; set; }

    public string Note { get; set; } = "";

    public string By { get; set; } = "";

    public Instant At { get; set; }

    public List<Photo> Photos { get; } = [];
}
