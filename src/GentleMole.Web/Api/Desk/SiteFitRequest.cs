using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record SiteFitRequest(List<FitPairBody?>? Pairs);
