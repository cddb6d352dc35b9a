using GentleMole.Store.Log;

namespace GentleMole.Store.Model;

/// <summary>A control wire, and how a signal that was put on it alone is heard at valves.</summary>
public sealed class ControlWire : IJobPart
{
    public int Id { get; set; }

    public int JobId { get; set; }

    /// <summary>Colour, number, or what stands on the controller's terminal.</summary>
    public required string Name { get; set; }

    public List<WireHeard> Heard { get; set; } = [];

    /// <summary>Read in several places, to the centre; metres.</summary>
    public List<double> DepthsMetres { get; set; } = [];

    public string Note { get; set; } = "";
}
