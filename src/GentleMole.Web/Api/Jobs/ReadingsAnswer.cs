namespace GentleMole.Web.Api;

internal sealed record ReadingsAnswer(int Accepted, int Duplicates);
