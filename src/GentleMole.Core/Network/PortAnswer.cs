using System.Numerics;

namespace GentleMole.Core.Network;

/// <summary>What a circuit answers: its loop, and the current at a place of interest per ampere sent.</summary>
/// <param name="Ohms">Potential at the connection per ampere, against where the current is taken back, Ω.</param>
/// <param name="Part">Current there per ampere, towards the end of its line.</param>
public readonly record struct PortAnswer(Complex Ohms, Complex Part);
