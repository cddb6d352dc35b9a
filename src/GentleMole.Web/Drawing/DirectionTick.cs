using System.Numerics;
using GentleMole.Core.Site;

namespace GentleMole.Web.Drawing;

/// <summary>A tick that shows which way the current runs at the moment that it leaves the transmitter.</summary>
internal sealed record DirectionTick(SitePoint Place, Azimuth Way);
