namespace GentleMole.Web.Api;

internal sealed record ProfileAnswer(Guid Id, int Traces, int Samples, double LengthMetres, double WindowNanoseconds);
