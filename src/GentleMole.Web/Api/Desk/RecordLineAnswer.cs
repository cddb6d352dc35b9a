using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record RecordLineAnswer(IReadOnlyList<IReadOnlyList<double>> Points, double CoverMetres, double DoubtMetres);
