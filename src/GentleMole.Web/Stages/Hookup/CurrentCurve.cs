using GentleMole.Core.Lines;

namespace GentleMole.Web.Stages;

/// <summary>A line of the current chart: its current, mA, against chainage of the target.</summary>
internal sealed record CurrentCurve(UtilityKind Kind, string Name, bool IsTarget, IReadOnlyList<(double At, double Milliamps)> Points);
