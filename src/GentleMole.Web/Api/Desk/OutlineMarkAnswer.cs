using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record OutlineMarkAnswer(int Number, string Kind, double EastMetres, double NorthMetres, double AlongDegrees);
