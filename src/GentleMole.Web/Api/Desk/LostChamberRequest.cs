using System.Globalization;
using GentleMole.Core.Site;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record LostChamberRequest(List<List<double>?>? Run, double? SeenAtMetres, List<double?>? LengthsMetres, bool? Backwards, double? RunDoubtMetres);
