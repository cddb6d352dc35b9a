using System.Globalization;
using GentleMole.Core.Lines;

namespace GentleMole.Web.Stages;

/// <summary>A line of the current chart.</summary>
internal sealed record CurrentCurve(UtilityKind Kind, bool IsTarget, string Points);
