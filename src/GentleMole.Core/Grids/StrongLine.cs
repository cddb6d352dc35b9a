namespace GentleMole.Core.Grids;

/// <summary>A radar line as strength over depth; it lies nowhere yet.</summary>
/// <param name="along">Trace by trace, metres.</param>
/// <param name="summed">Trace by trace, summed up from the surface: one value more than rows each.</param>
public sealed class StrongLine(double[] along, float[] summed, int rows)
{
    /// <summary>Bytes it holds, about.</summary>
    public long Bytes => (8L * along.Length) + (4L * summed.Length);

    internal double[] Along => along;

    internal float[] Summed => summed;

    internal int Rows => rows;
}
