namespace GentleMole.Core.Pinpoint;

/// <summary>Offset across (m), natural logarithm of depth (m) and of amplitude (unit·m).</summary>
internal readonly record struct LineParameters(double Offset, double LogDepth, double LogAmplitude)
{
    public double this[int which] => which switch { 0 => Offset, 1 => LogDepth, _ => LogAmplitude };

    public LineParameters With(int which, double value) => which switch
    {
        0 => this with { Offset = value },
        1 => this with { LogDepth = value },
        _ => this with { LogAmplitude = value },
    };

    public LineParameters Add((double A, double B, double C) step) => new(
        Offset + Math.Clamp(step.A, -3, 3),
        LogDepth + Math.Clamp(step.B, -1, 1),
        LogAmplitude + Math.Clamp(step.C, -2, 2));
}
