using GentleMole.Core.Identify;

namespace GentleMole.Web.Sheet;

/// <summary>A dot in the light of all others of its line.</summary>
/// <param name="Since">Number of the later dot that makes it doubtful; null where it is not, or where no one dot does.</param>
internal sealed record ReviewedDot(JudgedDot Dot, DotIdentity Identity, int? Since);
