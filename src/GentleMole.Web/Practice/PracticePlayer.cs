namespace GentleMole.Web.Practice;

/// <summary>Whoever plays: a person, or a token.</summary>
internal sealed record PracticePlayer(string Id, string Name);
