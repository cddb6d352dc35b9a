using System.Numerics;
using GentleMole.Core.Site;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Fields;

/// <summary>A place where current is let out into the soil (amperes; negative where it is taken in).</summary>
public readonly record struct SoilOutlet(Vector3 Place, Complex Amperes);
