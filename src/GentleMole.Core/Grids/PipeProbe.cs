namespace GentleMole.Core.Grids;

/// <summary>What one line that crosses a run says of the pipe there, whether or not a response was found on it.</summary>
/// <param name="Line">Counted in the lines that were given.</param>
/// <param name="ChainageMetres">Along the run.</param>
/// <param name="LateNanoseconds">By how much its echo comes later than its neighbours' would have it.</param>
/// <param name="Decibels">By how much it is stronger than usual along this run; negative is weaker.</param>
/// <param name="RingDecibels">By how much more comes after the echo, against the echo, than usual along this run.</param>
public sealed record PipeProbe(int Line, double ChainageMetres, double LateNanoseconds, double Decibels, double RingDecibels);
