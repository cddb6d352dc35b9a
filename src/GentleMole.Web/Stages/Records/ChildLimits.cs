namespace GentleMole.Web.Stages;

/// <summary>What a process may use that reads one drawing.</summary>
/// <param name="Work">Time of its processor.</param>
/// <param name="Time">Time by the clock, whatever else the machine does.</param>
/// <param name="Memory">Memory of the whole process, bytes.</param>
internal sealed record ChildLimits(TimeSpan Work, TimeSpan Time, long Memory)
{
    /// <summary>The largest honest drawings take a second or two, and a third of this memory.</summary>
    public static ChildLimits Usual { get; } = new(TimeSpan.FromSeconds(4), TimeSpan.FromSeconds(20), 280_000_000);
}
