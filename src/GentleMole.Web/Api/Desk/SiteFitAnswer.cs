using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record SiteFitAnswer(double Scale, double TurnDegrees, IReadOnlyList<double> Shift, IReadOnlyList<double> ResidualsMetres);
