using GentleMole.Core.Notices;

namespace GentleMole.Core.Days;

/// <summary>What is known of a job before anybody goes there.</summary>
/// <param name="AreaSquareMetres">Area of the dig.</param>
/// <param name="LengthMetres">Length along the dig.</param>
/// <param name="Lines">Utilities to answer for.</param>
/// <param name="WithoutMetal">Of these, lines that no signal can be put on: sonde, radar or records.</param>
/// <param name="RecordsReady">True when every owner's plans are complete.</param>
public sealed record SiteWork(
    double AreaSquareMetres, double LengthMetres, int Lines, int WithoutMetal, SiteTraffic Traffic, SiteGround Ground, bool RecordsReady);
