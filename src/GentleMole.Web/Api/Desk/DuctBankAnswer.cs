using System.Globalization;
using GentleMole.Core.Records;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record DuctBankAnswer(int Ducts, double WidthMetres, double HeightMetres, IReadOnlyList<DuctPlace> Places);
