using System.Globalization;
using GentleMole.Core.Site;
using ProjNet.CoordinateSystems;
using ProjNet.CoordinateSystems.Transformations;

namespace GentleMole.Exchange.Drawings;

/// <summary>A coordinate system as it is laid on a site.</summary>
/// <param name="ShiftOperation">EPSG number of the datum shift; 0 for the file's own shift, null where none is needed.</param>
/// <param name="AccuracyMetres">How well the shift fits; null when the file brings its own and does not say.</param>
/// <param name="Value">The way from x and y to site metres; throws <see cref="DrawingException"/> for what is no place on earth.</param>
public sealed record LaidSystem(string Name, int? ShiftOperation, double? AccuracyMetres, Func<SitePoint, SitePoint> Value);
