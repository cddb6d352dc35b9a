using NodaTime;

namespace GentleMole.Exchange.Centre;

/// <summary>A notice as the centre passes it on.</summary>
/// <param name="Sequence">Counts up; a receiver asks for what comes after the last one it has.</param>
/// <param name="Area">Corners of the dig, metres east and north of the position.</param>
public sealed record CentreNotice(
    long Sequence,
    string Number,
    Instant ReceivedAt,
    string Name,
    string Where,
    string Digger,
    string Contact,
    string Purpose,
    string Means,
    double DigDepthMetres,
    LocalDate DigPlanned,
    double Latitude,
    double Longitude,
    IReadOnlyList<double[]> Area,
    IReadOnlyList<CentreUtility> Utilities);
