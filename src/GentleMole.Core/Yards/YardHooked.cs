using System.Numerics;
using GentleMole.Core.Fields;
using GentleMole.Core.Hookup;
using GentleMole.Core.Network;
using Vector3 = GentleMole.Core.Site.Vector3;

namespace GentleMole.Core.Yards;

/// <summary>A hookup as it was made.</summary>
/// <param name="Shown">What the transmitter shows; null where it shows nothing.</param>
/// <param name="Stopped">Why nothing was switched on; null where it was.</param>
/// <param name="Heard">TRUTH: the currents that are heard with it; empty where nothing is.</param>
/// <param name="Lead">TRUTH: the phase by which the way of currents is told, of length 1.</param>
public sealed record YardHooked(YardHookup Hookup, SourceShown? Shown, YardStop? Stopped, IReadOnlyList<SolvedNetwork> Heard, Complex Lead)
{
    private readonly Lazy<IReadOnlyList<CircuitField>> _fields = new(() => [.. Heard.Select(s => s.Field())]);

    /// <summary>Something of the transmitter goes out.</summary>
    public bool IsSending => Stopped is null && Hookup.Method != HookupMethod.Passive;

    /// <summary>At which frequency one listens.</summary>
    public double Hertz => IsSending ? Hookup.Hertz!.Value : YardInstrument.MainsHertz;

    /// <summary>TRUTH: the field of all that is heard, its phase told by <see cref="Lead"/>.</summary>
    public FieldWithPhase FieldAt(Vector3 place)
    {
        var sum = default(FieldWithPhase);
        foreach (var field in _fields.Value)
        {
            var more = field.At(place);
            sum = new FieldWithPhase(sum.InPhase + more.InPhase, sum.Quadrature + more.Quadrature);
        }

        return new FieldWithPhase((sum.InPhase * Lead.Real) + (sum.Quadrature * Lead.Imaginary), (sum.Quadrature * Lead.Real) + (sum.InPhase * -Lead.Imaginary));
    }
}
