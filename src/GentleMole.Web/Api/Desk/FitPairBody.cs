using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record FitPairBody(List<double>? Drawing, List<double>? Site);
