using System.Numerics;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Network;

/// <summary>Current in a line at a chainage, amperes; positive towards the line's end.</summary>
public readonly record struct LineStation(double ChainageMetres, Complex Amperes);
