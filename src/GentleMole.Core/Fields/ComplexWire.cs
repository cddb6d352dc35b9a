using System.Numerics;
using GentleMole.Core.Site;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Fields;

/// <summary>A straight wire with a current that has size and phase, amperes, from one point to another.</summary>
public readonly record struct ComplexWire(Vector3 From, Vector3 To, Complex Amperes, double RadiusMetres);
