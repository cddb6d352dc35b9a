namespace GentleMole.Core;

/// <summary>A wrong entry: which field, and a sentence a person can act on.</summary>
/// <param name="Field">Path of the field in the request, e.g. <c>readings[3].depthMetres</c>.</param>
/// <param name="Sentence">What it is and what it should be.</param>
public sealed record FieldError(string Field, string Sentence);
