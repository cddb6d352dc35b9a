using GentleMole.Core.Lines;
using GentleMole.Core.Records;
using GentleMole.Core.Site;
using GentleMole.Core.Walk;
using GentleMole.Store.Model;
using NodaTime;

namespace GentleMole.Store.Demo;

/// <summary>Desk study and walk of the demo's jobs.</summary>
internal static class DemoDesk
{
    /// <summary>Owners of the car park: one sheet is still missing, and one hydrant does not lie where its main is drawn.</summary>
    public static void Lido(Job job, Instant now)
    {
        var today = now.InUtc().Date;
        job.Requests.AddRange(
        [
            Asked("Norrick Grid", "30 d", "", today.PlusDays(-4), ("", "NG-20417", -3)),
            Asked("Tamsin Gas", "14 d", "", today.PlusDays(-4), ("", "TG 8812", -4)),
            Asked("Lanternet", "30 d", "trunk, distribution", today.PlusDays(-4), ("trunk", "LT-77-T", -2)),
            Asked("Pellow Water", "60 d", "", today.PlusDays(-4), ("", "PW 4/19", -3)),
            Asked("Bay Drains Board", "60 d", "", today.PlusDays(-4), ("", "D-118", -1)),
        ]);
        job.Records.AddRange(
        [
            Line(UtilityKind.Water, "Pellow Water", "ductile iron", 0.6, 0.9, "drawn from PW 4/19", "", (21.9, 2), (22.7, 40)),
            Line(UtilityKind.Communications, "Lanternet", "optical fibre in PVC", 0.8, 0.6, "import of lanternet.dxf, layer FIBRE TRUNK", "2x2 PVC 110/100", (58.4, 0), (58.4, 24), (58.9, 43)),
            Line(UtilityKind.Electric, "Norrick Grid", "armoured cable", 1.0, 0.45, "cover over offset from the kerb", "", (4, 8.4), (36, 8.4), (68, 8.4)),
        ]);
        job.Features.AddRange(
        [
            new SiteFeature { Name = "kerb", Shape = FeatureShape.Line, Kind = FeatureKind.Kerb, Points = [new(4, 6.6), new(68, 6.6)] },
            Seen(FeatureKind.Valve, "3", UtilityKind.Gas, "PE with tracer", 46.6, 8.2, now),
            Seen(FeatureKind.Hydrant, "H 12", UtilityKind.Water, "iron", 20.7, 5.2, now),
            Seen(FeatureKind.Chamber, "J2", UtilityKind.Communications, "concrete", 59.4, 3, now),
            Seen(FeatureKind.Light, "L 7", UtilityKind.Electric, "steel", 28.5, 8.1, now),
            new SiteFeature { Name = "", Shape = FeatureShape.Line, Kind = FeatureKind.Scar, Points = [new(38.2, 10.2), new(37.6, 22.5)], Note = "tarmac patch, 0.4 m wide", PlacedBy = "Jem Trewin", PlacedAt = now.Plus(Duration.FromHours(-6)) },
            new SiteFeature { Name = "verge", Shape = FeatureShape.Outline, Surface = Surface.Soil, Points = [new(5, 2.8), new(68, 2.8), new(68, 6.2), new(5, 6.2)] },
            new SiteFeature { Name = "bed", Shape = FeatureShape.Outline, Surface = Surface.Soil, Points = [new(52.4, 9.6), new(56, 9.6), new(56, 13.4), new(52.4, 13.4)] },
        ]);
    }

    public static void Floodlights(Job job, Instant now)
    {
        var day = now.InUtc().Date.PlusDays(-11);
        job.Requests.AddRange(
        [
            Asked("Norrick Grid", "30 d", "", day, ("", "NG-20388", 1)), Asked("Pellow Water", "60 d", "", day, ("", "PW 3/88", 1)),
            new RecordRequest { Owner = "Tamsin Gas", Valid = "14 d", AskedOn = day, Nothing = true },
        ]);
        job.Features.Add(new SiteFeature { Name = "Kestrel Road kerb", Shape = FeatureShape.Line, Kind = FeatureKind.Kerb, Points = [new(-2, 1.2), new(46, 2.2)] });
    }

    /// <summary>Cautions of a job accepted on the demo's day, so that its field work can be looked at.</summary>
    public static IEnumerable<CautionAck> Acks(Job job, string by, LocalDate day, Instant at) => Cautions.Applying(new SiteFacts(
            job.Traffic, job.Conditions, [.. job.Lines.Select(l => l.Kind).Distinct()], [.. job.Features.Select(f => f.Kind).Distinct()],
            job.Records.Exists(r => RecordWarnings.In(r.Material).Contains(RecordWarning.AsbestosCement))))
        .Select(c => new CautionAck { JobId = job.Id, Caution = c, Day = day, By = by, At = at });

    private static RecordRequest Asked(string owner, string valid, string sheets, LocalDate on, params (string Name, string Reference, int Days)[] came)
    {
        var request = new RecordRequest { Owner = owner, Valid = valid, SheetsNeeded = sheets, AskedOn = on };
        request.Sheets.AddRange(came.Select(c => new RecordSheet
        {
            Name = c.Name, Reference = c.Reference, Dated = on.PlusYears(-3), ReceivedOn = c.Days > 0 ? on.PlusDays(c.Days) : on.PlusDays(4 + c.Days),
        }));
        return request;
    }

    private static RecordLine Line(
        UtilityKind kind, string owner, string material, double doubt, double cover, string source, string ducts, params (double E, double N)[] points) => new()
        {
            Kind = kind, Owner = owner, Material = material, DoubtMetres = doubt, CoverMetres = cover, Source = source, Ducts = ducts,
            Points = [.. points.Select(p => new Core.Site.SitePoint(p.E, p.N))],
        };

    private static SiteFeature Seen(FeatureKind kind, string name, UtilityKind utility, string material, double east, double north, Instant now) => new()
    {
        Kind = kind, Name = name, Utility = utility, Material = material, Shape = FeatureShape.Spot, Points = [new(east, north)],
        PlacedBy = "Jem Trewin", PlacedAt = now.Plus(Duration.FromHours(-6)),
    };
}
