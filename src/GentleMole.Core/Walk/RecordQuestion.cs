namespace GentleMole.Core.Walk;

/// <summary>A feature that does not lie where the record of its utility runs.</summary>
/// <param name="DistanceMetres">Between the two.</param>
/// <param name="AllowedMetres">What their doubts together would explain, 95 %.</param>
public sealed record RecordQuestion(int FeatureId, int RecordId, double DistanceMetres, double AllowedMetres);
