using GentleMole.Core.Sonde;
using GentleMole.Store.Model;

namespace GentleMole.Web.Sheet;

/// <summary>What the camera saw, with its place on the pipe.</summary>
/// <param name="Find">As it was seen.</param>
/// <param name="Spot">Where; null while there is no route.</param>
internal sealed record FindTold(CameraFind Find, SondeSpot? Spot);
