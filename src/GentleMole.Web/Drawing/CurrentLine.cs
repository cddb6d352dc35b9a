using System.Numerics;
using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Web.Drawing;

/// <summary>A line with the current in it.</summary>
internal sealed record CurrentLine(UtilityKind Kind, string Name, IReadOnlyList<CurrentPiece> Pieces, IReadOnlyList<DirectionTick> Ticks, double MostMilliamps, SitePoint LetterPlace);
