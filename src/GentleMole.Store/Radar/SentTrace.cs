namespace GentleMole.Store.Radar;

/// <summary>One trace as a device sends it.</summary>
/// <param name="Number">Of the trace on its walk, from 0: what is sent twice is known by it.</param>
/// <param name="CountedMetres">What the wheel had counted.</param>
public sealed record SentTrace(int Number, double CountedMetres, float[] Samples);
