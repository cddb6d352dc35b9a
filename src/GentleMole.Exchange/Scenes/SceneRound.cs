namespace GentleMole.Exchange.Scenes;

/// <summary>A circle as large as the thing on the ground.</summary>
/// <param name="Radius">Units of the scene; on a plan, metres.</param>
public sealed record SceneRound(Look Look, ScenePoint Centre, double Radius) : SceneShape;
