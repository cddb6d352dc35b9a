namespace GentleMole.Web.Api;

/// <param name="Traces">Of the walk so far.</param>
internal sealed record TracesAnswer(int Accepted, int Duplicates, int Traces);
