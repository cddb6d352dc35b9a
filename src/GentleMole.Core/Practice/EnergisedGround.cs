using GentleMole.Core.Fields;
using GentleMole.Core.Instruments;
using GentleMole.Core.Network;

namespace GentleMole.Core.Practice;

/// <summary>SIMULATED. A hidden ground with a hookup on it: currents run in it and make a field above it.</summary>
public sealed class EnergisedGround(SolvedNetwork solved, params IReadOnlyList<SolvedNetwork> others)
{
    private readonly IReadOnlyList<CircuitField> _fields = [solved.Field(), .. others.Select(o => o.Field())];

    /// <summary>What the transmitter's display shows.</summary>
    public SourceShown Shown => solved.Shown;

    /// <summary>At which frequency.</summary>
    public double Hertz => solved.Hertz;

    private FieldWithPhase At(Site.Vector3 place)
    {
        var sum = _fields[0].At(place);
        for (var i = 1; i < _fields.Count; i++)
        {
            var more = _fields[i].At(place);
            sum = new FieldWithPhase(sum.InPhase + more.InPhase, sum.Quadrature + more.Quadrature);
        }

        return sum;
    }

    /// <summary>Somebody walks it with a receiver.</summary>
    /// <param name="handMetres">How far off the peak a hand puts the receiver, standard deviation.</param>
    public GroundWalk Walk(ReceiverProfile receiver, Random random, double handMetres) =>
        new(new CoilReceiver(At, ReceiverBuild.Of(receiver, Hertz), random), random, handMetres);
}
