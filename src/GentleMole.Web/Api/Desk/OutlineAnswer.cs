using System.Globalization;
using NodaTime;
using NodaTime.Text;

namespace GentleMole.Web.Api;

internal sealed record OutlineAnswer(
    double SpacingMetres, IReadOnlyList<double> Centre, double RadiusMetres, bool FitsCentreStake, double PaintMillilitres, IReadOnlyList<OutlineMarkAnswer> Marks);
