using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record NoticeRequest(string? Received, string? Rule, string? CutOff, string? TimeZone, List<string?>? Holidays);
