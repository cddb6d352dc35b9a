namespace GentleMole.Core.Instruments;

/// <summary>How an instrument is built and how well it hears.</summary>
/// <param name="LowerCoilMetres">Height of the lower coil above ground when the tip rests on it.</param>
/// <param name="SeparationMetres">Distance from the lower to the upper coil.</param>
/// <param name="RelativeNoise">Standard deviation of a response, as a part of it.</param>
/// <param name="FloorTesla">Standard deviation that stays when there is no signal.</param>
/// <param name="FullScaleTesla">Response at which the coils' amplifier pegs with the gain at its lowest.</param>
public sealed record ReceiverBuild(
    double LowerCoilMetres = 0.05, double SeparationMetres = 0.4, double RelativeNoise = 0.004, double FloorTesla = 2e-11,
    double FullScaleTesla = double.PositiveInfinity)
{
    /// <summary>The build of an instrument at a frequency.</summary>
    public static ReceiverBuild Of(ReceiverProfile profile, double hertz) => new(
        SeparationMetres: profile.SeparationMetres, RelativeNoise: profile.RelativeNoise, FloorTesla: profile.FloorTesla(hertz),
        FullScaleTesla: profile.FullScaleMicrotesla * 1e-6);
}
