using System.Globalization;
using NetTopologySuite.Geometries;
using NetTopologySuite.Simplify;

namespace GentleMole.Web.Drawing;

/// <summary>A letter standing on a line, so that the line can be told without its colour.</summary>
internal sealed record LineLetter(string Text, double East, double North);
