namespace GentleMole.Core;

/// <summary>A wrong entry: which field, and a sentence a person can act on.</summary>
/// <param name="Field">Name of the argument and the way to the value in it, e.g. <c>readings[3].depthMetres</c>; whoever asked says it in the words of a form or a request.</param>
/// <param name="Sentence">What it is and what it should be.</param>
public sealed record FieldError(string Field, string Sentence);
