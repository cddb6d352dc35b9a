using GentleMole.Core;
using GentleMole.Core.Exposures;
using GentleMole.Core.Hookup;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Trace;
using GentleMole.Store.Log;
using NodaTime;

namespace GentleMole.Store.Model;

/// <summary>A line that somebody uncovered, as it was measured, with what its mark said at that moment: that does not change any more, whatever is marked later.</summary>
public sealed class UncoveredLine : IJobPart
{
    /// <summary>Made by the device, so that what is sent twice counts once.</summary>
    public Guid Id { get; set; }

    public int JobId { get; set; }

    /// <summary>Which line it is; null where nobody knew of one here.</summary>
    public int? LineId { get; set; }

    /// <summary>What was found to be in it.</summary>
    public UtilityKind Kind { get; set; }

    public double EastMetres { get; set; }

    public double NorthMetres { get; set; }

    /// <summary>From the surface to its top.</summary>
    public double CoverMetres { get; set; }

    /// <summary>How thick it is; null where nobody measured it.</summary>
    public double? OutsideDiameterMetres { get; set; }

    /// <summary>It was hit or hurt.</summary>
    public bool IsDamaged { get; set; }

    public string Note { get; set; } = "";

    /// <summary>Who measured it.</summary>
    public string By { get; set; } = "";

    public Instant TakenAt { get; set; }

    /// <summary>When it was written down here.</summary>
    public Instant At { get; set; }

    /// <summary>How far to the right of its mark it lies, looking along it; null where it was not marked.</summary>
    public double? AcrossMetres { get; set; }

    /// <summary>Half the width of the 95 % interval that was stated of that, the hole's own in it.</summary>
    public double? AcrossHalfMetres { get; set; }

    /// <summary>How much deeper its centre lies than was stated; null where no depth was.</summary>
    public double? DeeperMetres { get; set; }

    public double? DeeperHalfMetres { get; set; }

    /// <summary>How many times as wide the firm had made the ± of the mark's place and depth at that time.</summary>
    public double AcrossTimes { get; set; } = 1;

    public double DepthTimes { get; set; } = 1;

    /// <summary>By what the mark beside it was found; with the dot that is meant.</summary>
    public MarkedBy? MarkedBy { get; set; }

    public int? DotNumber { get; set; }

    public Verdict? Verdict { get; set; }

    public HookupMethod? Method { get; set; }

    public double? FrequencyHertz { get; set; }

    public int? ReceiverId { get; set; }

    /// <summary>Resistivity of the soil as it was supposed to be, Ω·m.</summary>
    public double SoilOhmMetres { get; set; }

    public List<Photo> Photos { get; } = [];

    public SitePoint Place => new(EastMetres, NorthMetres);

    /// <summary>As it is reckoned with.</summary>
    public Exposure Measured => new(Place, CoverMetres, OutsideDiameterMetres);
}
