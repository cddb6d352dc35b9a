namespace GentleMole.StandIns;

/// <summary>One trace as a cart sends it.</summary>
public sealed record SentTrace(int Number, double CountedMetres, float[] Samples);
