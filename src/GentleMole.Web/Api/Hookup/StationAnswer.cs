using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record StationAnswer(double ChainageMetres, double CurrentMilliamps, double PhaseDegrees);
