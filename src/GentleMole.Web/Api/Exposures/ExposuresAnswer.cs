namespace GentleMole.Web.Api;

/// <summary>How many were stored now, and how many were there already.</summary>
internal sealed record ExposuresAnswer(int Accepted, int Duplicates);
