using GentleMole.Core.Job;
using GentleMole.Core.Notices;
using GentleMole.Core.Site;
using GentleMole.Core.Yards;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using NodaTime;

namespace GentleMole.Web.Practice;

/// <summary>A yard as a job's sheet: what may be seen of it, on the same plan on which real work is done. Nothing of the ground is in it.</summary>
internal static class YardSheet
{
    /// <param name="custom">Colours of the place that the firm works by.</param>
    public static JobSheet Of(Yard yard, YardSite site, int round, FirmSettings firm, Core.Paint.PaintCustom custom, Instant now)
    {
        var job = new Job { Id = round, Name = yard.Title, DigCorners = [.. site.Area], OriginProvisional = false, SoilOhmMetres = Math.Sqrt(site.SoilOhmMetres.Low * site.SoilOhmMetres.High) };
        foreach (var surface in site.Surfaces)
        {
            job.Features.Add(new SiteFeature
            {
                Id = job.Features.Count + 1, Shape = FeatureShape.Outline, Kind = FeatureKind.Ground, Name = Ground(surface.Kind), Points = [.. surface.Ring],
                Surface = surface.Kind switch
                {
                    YardSurfaceKind.Building => Surface.Building,
                    YardSurfaceKind.Soil => Surface.Soil,
                    YardSurfaceKind.Paved or YardSurfaceKind.Road => Surface.Paved,
                },
            });
        }

        foreach (var feature in site.Features)
        {
            job.Features.Add(new SiteFeature { Id = job.Features.Count + 1, Shape = FeatureShape.Spot, Kind = feature.Kind, Name = feature.Name, Points = [feature.Place], Utility = feature.Utility });
        }

        foreach (var record in site.Records)
        {
            job.Records.Add(new RecordLine { Id = job.Records.Count + 1, Kind = record.Utility, Owner = record.Owner, Points = [.. record.Points], DoubtMetres = record.DoubtMetres });
        }

        var calendar = new WorkingCalendar([]);
        var clocks = new JobClockMaker(firm, [], calendar);
        return new JobSheet
        {
            Job = job,
            Firm = firm,
            Custom = custom,
            Calendar = calendar,
            Lines = [],
            Loose = LooseEvidence.None,
            Now = now.InZone(clocks.Zone).LocalDateTime,
            Zone = clocks.Zone,
            Owners = [],
            Instruments = [],
            GuideNotes = [],
            Guide = [],
            LogHead = 0,
            Clocks = clocks.Make(null, null, [], []),
            Files = [],
            Cautions = [],
            Progress = new JobProgress(false, 0, 0, 0, 0, 0, 0, false),
        };
    }

    private static string Ground(YardSurfaceKind kind) => kind switch
    {
        YardSurfaceKind.Soil => "soil",
        YardSurfaceKind.Paved => "paving",
        YardSurfaceKind.Building => "building",
        YardSurfaceKind.Road => "road",
    };
}
