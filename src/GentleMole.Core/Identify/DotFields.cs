using GentleMole.Core.Fields;

namespace GentleMole.Core.Identify;

/// <summary>What every line of every solved ground makes at one dot, wherever it lies. Each is made ready when it is first asked for, once for all chains.</summary>
internal sealed class DotFields
{
    /// <summary>No line lies more standard deviations off its record than this.</summary>
    public const double Reach = 4;

    /// <summary>A line farther from a dot than its reach and this makes the same there wherever it lies.</summary>
    private const double FarMetres = 5;

    private readonly IReadOnlyList<SolvedGround> _grounds;
    private readonly int _lines;
    private readonly bool[] _isFar;
    private readonly MovedField?[,] _moved;
    private readonly double[]?[,] _still;

    /// <param name="reachMetres">How far each line of the network may lie off its record.</param>
    public DotFields(DotPlaces places, IReadOnlyList<SolvedGround> grounds, IReadOnlyList<double> reachMetres)
    {
        (Places, _grounds, _lines) = (places, grounds, reachMetres.Count);
        _isFar = [.. reachMetres.Select((reach, line) => Math.Abs(grounds[0].Shapes[line].Near(places.Observed.Dot).OffsetMetres) > FarMetres + reach), false, true];
        (_moved, _still) = (new MovedField?[grounds.Count, _lines + 2], new double[]?[grounds.Count, _lines + 2]);
    }

    public DotPlaces Places { get; }

    /// <summary>Writes what one maker makes, per ampere sent: lines in their order, the unknown one after them, the hookup last.</summary>
    public void Fill(int ground, int maker, double aside, double deeper, Span<double> into)
    {
        var solved = _grounds[ground];
        if (maker == _lines && !solved.Draw.HasUnknown)
        {
            into.Clear();
        }
        else if (_isFar[maker])
        {
            // Two chains that ask at once both work it out; either answer will do.
            (_still[ground, maker] ??= Still(solved.Makers[maker == _lines + 1 ? solved.Makers.Count - 1 : maker])).CopyTo(into);
        }
        else
        {
            (_moved[ground, maker] ??= new MovedField(Places, solved.Makers[maker], solved.Shapes[maker])).Fill(aside, deeper, into);
        }
    }

    private double[] Still(CircuitField field)
    {
        var at = new double[Places.Count * DotPlaces.Each];
        Places.Fill(field, at);
        return at;
    }
}
