using System.Globalization;
using GentleMole.Core.Radar;

namespace GentleMole.Web.Words;

/// <summary>A radar set for what is sought in a ground, in words.</summary>
/// <param name="Permittivity">With which it was set.</param>
/// <param name="DepthMetres">Of the deepest target sought.</param>
internal sealed record PlannedRadar(RadarPlan Plan, RadarSoilKind Ground, double Permittivity, double SiemensPerMetre, double AntennaHertz, double DepthMetres, double? BodyMetres)
{
    public static PlannedRadar For(RadarSoilKind ground, double permittivity, double siemens, double hertz, double depth, double? body) =>
        new(RadarPlan.For(permittivity, siemens, hertz, depth, body), ground, permittivity, siemens, hertz, depth, body);

    public string Shape => Plan.IsBlind(DepthMetres) ? "reject" : Plan.IsTight(DepthMetres) ? "caution" : "sound";

    /// <summary>Reach in one sentence.</summary>
    public string Sentence(Person person) => Plan.IsBlind(DepthMetres)
        ? $"{Capital(RadarWords.Soil(Ground))}: nothing to be said below {person.Length(Plan.ReachMetres)}, and {person.Length(DepthMetres)} is sought. Do not rely on radar here."
        : $"{Capital(RadarWords.Soil(Ground))}: nothing to be said below {person.Length(Plan.ReachMetres)}; {person.Length(DepthMetres)} is sought{(Plan.IsTight(DepthMetres) ? ", which is near the end of it" : "")}.";

    /// <summary>What is set, row by row: what, how much, why.</summary>
    public IEnumerable<(string What, string Value, string Why)> Rows(Person person)
    {
        static string Figure(double value, string format) => value.ToString(format, CultureInfo.InvariantCulture);
        var (wavelength, loss) = (RadarWave.Wavelength(Permittivity, AntennaHertz), RadarWave.DecibelsPerMetre(Permittivity, SiemensPerMetre, AntennaHertz));
        yield return ("Window", $"{Figure(Math.Ceiling(Plan.WindowNanoseconds), "0")} ns", "after the direct wave: the deepest sought and a quarter more");
        yield return ("Trace every", person.Length(Math.Round(Plan.TraceSpacingMetres, 3)), "at most: a quarter of the wavelength");
        yield return ("Lines", $"{person.Length(Plan.LineSpacingMetres)} apart", BodyMetres is null ? "at most, across the expected direction; then along each find" : "at most: two must go over what is sought");
        yield return ("Thinnest pipe", person.Length(Math.Round(Plan.SmallestMetres, 3)), "across, at that depth; thinner may be missed");
        yield return ("Two over each other", $"{person.Length(Math.Round(Plan.ApartMetres, 3))}", "from top to top, or they are one");
        yield return ("Looked at from above", person.Length(Math.Round(2 * RadarWave.FootprintRadius(DepthMetres, wavelength), 2)), "across, at that depth");
        yield return ("Loss", $"{Figure(loss, "0.#")} dB/m", $"with {Figure(SiemensPerMetre * 1000, "0.##")} mS/m and {Figure(AntennaHertz / 1e6, "0")} MHz");
    }

    private static string Capital(string text) => char.ToUpperInvariant(text[0]) + text[1..];
}
