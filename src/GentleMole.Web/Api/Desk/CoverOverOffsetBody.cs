using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record CoverOverOffsetBody(double? ChainageMetres, double? CoverMetres, double? OffsetMetres);
