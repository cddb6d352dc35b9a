using GentleMole.Core.Bodies;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;

namespace GentleMole.Web.Stages;

/// <summary>A body on its sheet: what it may be, and what somebody decided.</summary>
/// <param name="Number">By which it is called on the sheet: that of its decision, else the lowest that is free.</param>
/// <param name="Decision">What was decided; null while nobody has.</param>
internal sealed record ToldBody(int Number, RadarBody Body, FoundBody? Decision)
{
    /// <summary>A decision holds for a body that still lies where it did.</summary>
    private const double SamePlaceMetres = 0.6;

    /// <summary>Where it lies, as a form says it: so that a decision is not taken for another.</summary>
    public string Key => FormattableString.Invariant($"{Body.Box.Middle.East:0.00} {Body.Box.Middle.North:0.00}");

    /// <summary>All of them, from the surface down.</summary>
    public static IReadOnlyList<ToldBody> Of(JobSheet sheet, GroundBodies found)
    {
        var free = sheet.Job.Bodies.Where(b => b.Outline.Count > 0).ToList();
        var told = new List<ToldBody>();
        var taken = sheet.Job.Bodies.Select(b => b.Number).ToHashSet();
        var next = 0;
        foreach (var body in found.Bodies)
        {
            var decision = free.Select(b => (Body: b, Apart: b.Middle.DistanceTo(body.Box.Middle))).Where(b => b.Apart < SamePlaceMetres).OrderBy(b => b.Apart).FirstOrDefault().Body;
            if (decision is not null)
            {
                free.Remove(decision);
            }

            // Lowest that is free: deciding one does not give the others new numbers.
            while (decision is null && !taken.Add(++next))
            {
            }

            told.Add(new ToldBody(decision?.Number ?? next, body, decision));
        }

        return told;
    }
}
