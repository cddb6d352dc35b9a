using GentleMole.Core.Fields;
using GentleMole.Core.Lines;
using GentleMole.Core.Pinpoint;

namespace GentleMole.Core.Practice;

/// <summary>A row of readings over lines that are made up: the truth that an answer can be held against.</summary>
/// <param name="Line">The line sought, that with the greater current.</param>
/// <param name="Neighbour">Another beside it; null where it lies alone.</param>
/// <param name="Readings">In nanotesla.</param>
public sealed record MadeUpRow(StraightConductor Line, StraightConductor? Neighbour, IReadOnlyList<CrossReading> Readings)
{
    /// <summary>Height of the lower coil.</summary>
    private static readonly Height Sensor = new(0.05);

    /// <summary>A line within 0.3 m of the row's middle, 0.4 to 1.6 m deep, 20 to 100 mA; a neighbour as deep with a tenth to eight tenths of its current, either way.</summary>
    /// <param name="apart">How far aside the neighbour may lie, least and most, to either side; null for none.</param>
    /// <param name="half">Half the length of the row, metres.</param>
    /// <param name="step">From reading to reading, metres.</param>
    public static MadeUpRow Draw(Random random, ReadingNoise noise, (double Least, double Most)? apart, double half = 1, double step = 0.1)
    {
        double Between(double low, double high) => low + ((high - low) * random.NextDouble());
        double Either(double size) => random.Next(2) == 0 ? size : -size;
        var line = new StraightConductor(Between(-0.3, 0.3), new(Between(0.4, 1.6)), Between(0.02, 0.1));
        StraightConductor? other = apart is var (least, most)
            ? new StraightConductor(line.OffsetMetres + Either(Between(least, most)), new(Between(0.4, 1.6)), line.CurrentAmperes * Either(Between(0.1, 0.8)))
            : null;
        var field = new ParallelLines(other is { } beside ? [line, beside] : [line]);
        var steps = (int)Math.Round(half / step);
        return new MadeUpRow(line, other, [.. Enumerable.Range(-steps, (2 * steps) + 1).Select(i =>
        {
            var at = field.At(step * i, Sensor);
            double Size(double tesla) => Math.Abs((tesla * 1e9) + (noise.SigmaAt(tesla * 1e9) * Deviate.Normal(random)));
            return new CrossReading(step * i, Sensor.Metres, Size(at.HorizontalTesla), Size(at.VerticalTesla));
        })]);
    }
}
