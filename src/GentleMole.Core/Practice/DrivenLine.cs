namespace GentleMole.Core.Practice;

/// <summary>Current that a hookup drives along a line, milliamperes by chainage; signed along the line's corners.</summary>
public sealed record DrivenLine(BuriedLine Line, Func<double, double> Milliamps);
