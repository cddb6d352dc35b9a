using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record RecordLineRequest(List<List<double>?>? Boundary, List<CoverOverOffsetBody?>? Figures);
