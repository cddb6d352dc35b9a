using GentleMole.Core;
using GentleMole.Core.Sonde;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>One stop of a push, worked out.</summary>
/// <param name="Fix">As it was read.</param>
/// <param name="Stop">Where the sonde lay; errors where nothing can be said.</param>
internal sealed record StopTold(PushedFix Fix, Result<SondeStop> Stop);
