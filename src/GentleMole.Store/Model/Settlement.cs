using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>How a disagreement of record and site was settled.</summary>
public sealed class Settlement : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public int FeatureId { get; set; }

    public int RecordLineId { get; set; }

    /// <summary>The distance that was looked at; a question that has changed since is open again.</summary>
    public double DistanceMetres { get; set; }

    public string Outcome { get; set; } = "";

    public string By { get; set; } = "";

    public Instant At { get; set; }
}
