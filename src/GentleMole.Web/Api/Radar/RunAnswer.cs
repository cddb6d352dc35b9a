namespace GentleMole.Web.Api;

/// <summary>A run through responses of neighbouring lines.</summary>
/// <param name="Points">East, north and cover at every line that met it.</param>
/// <param name="Targets">The line's id and the target's place in its list.</param>
/// <param name="CrossingDegrees">At every point, between the run and the line.</param>
internal sealed record RunAnswer(
    IReadOnlyList<double[]> Points, IReadOnlyList<object[]> Targets, IReadOnlyList<double> CrossingDegrees, double CoverUncertaintyMetres, string Polarity, double Probability);
