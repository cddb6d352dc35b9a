using GentleMole.Core;
using GentleMole.Core.Lines;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using GentleMole.Web.Forms;
using NodaTime;

namespace GentleMole.Web.Stages;

/// <summary>What was chosen for a drawing.</summary>
/// <param name="NearOnly">Leave out what lies far from the site.</param>
/// <param name="Layers">Utility of each layer that is taken over; others are left out.</param>
internal sealed record ImportChoice(
    ImportFrame? Frame, string Epsg, IReadOnlyList<FitPair> Pairs, IReadOnlyDictionary<string, UtilityKind> Layers, string Owner, string Reference,
    LocalDate? Dated, string Material, double DoubtMetres, bool NearOnly, bool IsChosen)
{
    private const int MostPairs = 6;

    public static ImportChoice Empty { get; } =
        new(null, "", [], new Dictionary<string, UtilityKind>(), "", "", null, "", 1, true, false);

    public static ImportChoice Read(FormReader reader, IFormCollection form)
    {
        var layers = new Dictionary<string, UtilityKind>();
        for (var i = 0; form.ContainsKey($"layer{i}"); i++)
        {
            if (reader.Has($"as{i}"))
            {
                layers[form[$"layer{i}"].ToString()] = reader.Choice($"as{i}", UtilityKind.Unknown);
            }
        }

        var frame = reader.Choice("frame", ImportFrame.File);
        return new ImportChoice(
            frame,
            reader.Text("epsg", 20),
            frame == ImportFrame.Points ? reader.Pairs("pairs", MostPairs) : [],
            layers,
            reader.Text("importOwner", LineRules.MostOwner),
            reader.Text("importReference", RecordRules.MostReference),
            reader.Day("importDated"),
            reader.Text("importMaterial", LineRules.MostMaterial),
            reader.Length("importDoubt", RecordRules.Doubt) ?? 1,
            !reader.Ticked("all"),
            true);
    }

    /// <summary>What is still missing before it can be taken over.</summary>
    public IEnumerable<FieldError> Check(ImportView view)
    {
        if (Owner.Length == 0)
        {
            yield return new FieldError("importOwner", "Say whose drawing it is.");
        }

        if (Layers.Count == 0)
        {
            yield return new FieldError("as0", "Give at least one layer its utility; layers without one are left out.");
        }
        else if (!view.Taken(this).Any())
        {
            yield return new FieldError("as0", "The layers chosen hold no lines.");
        }
        else if (view.Taken(this).Sum(t => t.Points.Count) is > RecordRules.MostImported and var corners)
        {
            yield return new FieldError("as0", $"The lines chosen have {corners} corners; {RecordRules.MostImported} is the most for one job. Choose fewer layers, or only what lies near the site.");
        }
    }
}
