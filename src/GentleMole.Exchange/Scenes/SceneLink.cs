namespace GentleMole.Exchange.Scenes;

/// <summary>Where a shape leads when it is picked.</summary>
/// <param name="Says">What is read out.</param>
public sealed record SceneLink(string Address, string Says);
