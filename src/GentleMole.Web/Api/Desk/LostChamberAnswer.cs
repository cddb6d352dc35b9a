using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record LostChamberAnswer(double EastMetres, double NorthMetres, double RadiusMetres);
