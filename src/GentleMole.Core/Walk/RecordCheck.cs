using GentleMole.Core.Site;

namespace GentleMole.Core.Walk;

/// <summary>Holds what was seen against what the plans say.</summary>
public static class RecordCheck
{
    /// <summary>A feature farther from a line than this belongs to another one.</summary>
    private const double SameLineMetres = 8;

    /// <summary>
    /// Every feature of a known utility that sits on a line is compared with the nearest record of that utility; farther off
    /// than both doubts together allow (root of the sum of squares), it is a question.
    /// </summary>
    public static IReadOnlyList<RecordQuestion> Questions(IReadOnlyList<SeenFeature> features, IReadOnlyList<RecordedRun> records)
    {
        var found = new List<RecordQuestion>();
        foreach (var feature in features.Where(f => f.Placed is { SitsOnLine: true, Utility: not null }))
        {
            if (Nearest(feature, records) is { } near && near.Away > Allowed(feature, near.Record) && near.Away <= SameLineMetres + near.Record.DoubtMetres)
            {
                found.Add(new RecordQuestion(feature.Id, near.Record.Id, near.Away, Allowed(feature, near.Record)));
            }
        }

        return found;
    }

    /// <summary>Records that something seen on site agrees with: position evidence of level C instead of D.</summary>
    public static IReadOnlySet<int> Tied(IReadOnlyList<SeenFeature> features, IReadOnlyList<RecordedRun> records) => features
        .Where(f => f.Placed is { SitsOnLine: true, Utility: not null })
        .Select(f => Nearest(f, records) is { } near && near.Away <= Allowed(f, near.Record) ? near.Record.Id : (int?)null)
        .OfType<int>()
        .ToHashSet();

    private static (RecordedRun Record, double Away)? Nearest(SeenFeature feature, IReadOnlyList<RecordedRun> records) => records
        .Where(r => r.Kind == feature.Placed.Utility)
        .Select(r => ((RecordedRun Record, double Away)?)(r, r.Run.Project(feature.Placed.Place).Foot.DistanceTo(feature.Placed.Place)))
        .MinBy(r => r!.Value.Away);

    private static double Allowed(SeenFeature feature, RecordedRun record) =>
        Math.Sqrt(Math.Pow(feature.Placed.DoubtMetres, 2) + Math.Pow(record.DoubtMetres, 2));
}
