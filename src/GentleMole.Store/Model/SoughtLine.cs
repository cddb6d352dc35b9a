using GentleMole.Core.Lines;
using GentleMole.Core.Marking;
using GentleMole.Core.Site;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A utility that the notice asks about; each must get an answer.</summary>
public sealed class SoughtLine : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    public UtilityKind Kind { get; set; }

    public required string Owner { get; set; }

    public string Material { get; set; } = "";

    public double? OutsideDiameterMetres { get; set; }

    /// <summary>Where plans say it runs; evidence of level D until it is tied to something seen.</summary>
    public List<SitePoint> ExpectedRun { get; set; } = [];

    /// <summary>Number of the last dot that was given one; none is given twice.</summary>
    public int DotsNumbered { get; set; }

    public LineAnswer Answer { get; set; }

    /// <summary>Why it was not found, or to whom it was passed on and with what question.</summary>
    public string AnswerNote { get; set; } = "";

    public Instant? AnsweredAt { get; set; }

    /// <summary>Photographs of its marks on the ground.</summary>
    public List<Photo> Photos { get; } = [];
}
