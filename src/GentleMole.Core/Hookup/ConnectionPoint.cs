using GentleMole.Core.Lines;
using GentleMole.Core.Site;
using GentleMole.Core.Walk;

namespace GentleMole.Core.Hookup;

/// <summary>A place where a signal could be put on.</summary>
/// <param name="Ways">What can be done there, from what stands there.</param>
public sealed record ConnectionPoint(string Name, SitePoint Place, IReadOnlyList<Connection> Ways)
{
    /// <summary>What stands on a line of its own utility is a place to connect it; null when it is not.</summary>
    public static ConnectionPoint? Of(Placed placed, string name, UtilityKind kind, Run run)
    {
        var ways = Clue.Of(placed, [], []).Connections.Where(w => w is not (Connection.None or Connection.Sonde)).ToList();
        return placed.Utility == kind && ways.Count > 0 && run.Project(placed.Place).Foot.DistanceTo(placed.Place) <= HookupPlanner.OnLineMetres
            ? new ConnectionPoint(name, placed.Place, ways)
            : null;
    }
}
