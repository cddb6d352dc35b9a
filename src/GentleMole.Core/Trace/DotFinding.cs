namespace GentleMole.Core.Trace;

/// <summary>The one thing that decided a verdict.</summary>
public enum DotFinding
{
    SignsAgree,
    TooFewSigns,
    CurrentElsewhere,
    CurrentRunsBack,
    PeakNullApart,
    NotOneLine,
    CurrentOff,
    LostSidewaysSilence,
    SeveralSmallSigns,
    NearSource,
    AtFeature,
    OutsideTolerance,
}
