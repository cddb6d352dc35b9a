using GentleMole.Core.Measures;
using GentleMole.Exchange.Print;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Drawing;

/// <summary>Scales that people on a site have rulers for.</summary>
internal static class PrintScales
{
    public static IReadOnlyList<int> Usual { get; } = [50, 100, 200, 250, 500, 1000, 2000, 5000, 10_000, 50_000];

    /// <summary>The largest of them at which the whole site fits into a drawing of so many pixels.</summary>
    public static int Fitting(JobSheet sheet, UnitSystem units, int width, int height, PlanExtras? extras = null)
    {
        var denominator = DenominatorOf(new PlanDrawing(sheet, units, width, height, null, extras: extras).MetresPerPixel);
        return Usual.FirstOrDefault(s => s >= denominator, Usual[^1]);
    }

    public static double MetresPerPixel(int scale) => scale * PrintedDocument.MillimetresOf(1) / 1000;

    private static double DenominatorOf(double metresPerPixel) => metresPerPixel * 1000 / PrintedDocument.MillimetresOf(1);
}
