using System.IO.Compression;
using GentleMole.Core.Site;
using GentleMole.Exchange;
using GentleMole.Exchange.Radar;
using GentleMole.Store.Model;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>The radar's part of a job as one archive: every profile as it came (SEG-Y), where they lie, what was taken in them, runs and bodies (CSV).</summary>
internal static class RadarArchive
{
    /// <summary>Puts it together; whoever reads the stream closes it.</summary>
    public static async Task<Stream> MakeAsync(JobSheet sheet, RadarDesk desk, CancellationToken cancel)
    {
        // An archive is put together out of order: in a file that goes with its last reader, not in memory.
        var room = new FileStream(Path.GetTempFileName(), FileMode.Create, FileAccess.ReadWrite, FileShare.None, 1 << 16, FileOptions.DeleteOnClose | FileOptions.Asynchronous);
        var zip = await ZipArchive.CreateAsync(room, ZipArchiveMode.Create, leaveOpen: true, entryNameEncoding: null, cancel);
        await using (zip)
        {
            var written = new List<WalkedProfile>();
            foreach (var walked in GridFinds.Laid(sheet))
            {
                // Traces that are gone are left out; the list says which are there.
                if (await desk.ProfileAsync(walked.Profile!, 1) is { Traces: > 0 } profile)
                {
                    var (from, to) = Ends(walked);
                    await using var entry = await zip.CreateEntry(NameOf(walked), CompressionLevel.Fastest).OpenAsync(cancel);
                    await SegYWriter.WriteAsync(profile, ["SAMPLES AS THEY CAME", FormattableString.Invariant($"FIRST TRACE AT {from.East:0.00} E {from.North:0.00} N, LAST AT {to.East:0.00} E {to.North:0.00} N, SITE METRES")], entry, cancel);
                    written.Add(walked);
                }
            }

            async Task PutAsync(string name, IReadOnlyList<string> header, IEnumerable<IReadOnlyList<object?>> rows)
            {
                await using var entry = await zip.CreateEntry(name).OpenAsync(cancel);
                await TableCsv.WriteAsync(header, rows, entry, cancel);
            }

            await PutAsync("profiles.csv", ["profile", "file", "fromEastMetres", "fromNorthMetres", "toEastMetres", "toNorthMetres", "wheelFactor", "name"], written.Select(Row));
            await PutAsync(
                "responses.csv", ["profile", "state", "alongMetres", "eastMetres", "northMetres", "coverMetres", "coverUncertaintyMetres", "velocityMetresPerNanosecond", "note", "by"],
                sheet.Job.Profiles.OrderBy(p => p.Number).SelectMany(p => p.Picks.OrderBy(k => k.AlongMetres).Select(k => Row(p, k))));
            await PutAsync(
                "runs.csv", ["run", "is", "line", "point", "eastMetres", "northMetres", "coverMetres", "coverUncertaintyMetres", "positionUncertaintyMetres", "probability", "velocityMetresPerNanosecond", "note", "by"],
                sheet.Job.Found.Where(f => f.Source == FoundBy.Radar).OrderBy(f => f.Id).SelectMany((f, i) => f.Points.Select((p, k) => Row(sheet, f, i + 1, p, k))));
            await PutAsync(
                "bodies.csv", ["body", "is", "eastMetres", "northMetres", "lengthMetres", "lengthUncertaintyMetres", "widthMetres", "widthUncertaintyMetres", "bearingDegrees", "coverMetres", "coverUncertaintyMetres", "heightMetres", "heightUncertaintyMetres", "volumeCubicMetres", "volumeUncertaintyCubicMetres", "note", "by"],
                sheet.Job.Bodies.OrderBy(b => b.Number).Select(Row));
        }

        room.Position = 0;
        return room;
    }

    private static string NameOf(WalkedProfile walked) => $"profile-{walked.Number}.sgy";

    private static (SitePoint From, SitePoint To) Ends(WalkedProfile walked) => (walked.PlaceAt(0)!.Value, walked.PlaceAt(walked.Profile!.LengthMetres)!.Value);

    private static object?[] Row(WalkedProfile walked) => Ends(walked) is var (from, to)
        ? [walked.Number, NameOf(walked), Mm(from.East), Mm(from.North), Mm(to.East), Mm(to.North), Math.Round(walked.WheelFactor, 6), walked.Name]
        : [];

    private static object?[] Row(WalkedProfile walked, RadarPick pick)
    {
        var place = walked.PlaceAt(pick.AlongMetres);
        return [walked.Number, pick.State == RadarPickState.Accepted ? "taken" : "refused", Mm(pick.AlongMetres * walked.WheelFactor), Mm(place?.East), Mm(place?.North), Mm(pick.CoverMetres), Mm(pick.CoverHalfMetres), Math.Round(pick.VelocityMetresPerNanosecond, 5), pick.Note, pick.By];
    }

    private static object?[] Row(JobSheet sheet, FoundLine found, int number, SitePoint place, int point) =>
    [
        number, SweepWords.Become(found.Becomes), found.LineId is { } id && sheet.LineById(id) is { } line ? $"{LineWords.Kind(line.Line.Kind)}, {line.Line.Owner}" : "", point + 1, Mm(place.East), Mm(place.North),
        point < found.CoversMetres.Count ? Mm(found.CoversMetres[point]) : null, Mm(found.CoverHalfMetres), Mm(found.Lateral95Metres), Math.Round(found.Probability, 3), found.VelocityMetresPerNanosecond, found.Note, found.By,
    ];

    private static object?[] Row(FoundBody body) =>
    [
        body.Number, body.IsNothing ? "nothing" : BodyWords.Short(body.Becomes), Mm(body.Middle.East), Mm(body.Middle.North), Mm(body.LengthMetres), Mm(body.LengthHalfMetres), Mm(body.WidthMetres), Mm(body.WidthHalfMetres), Math.Round(body.BearingDegrees, 1),
        Mm(body.CoverMetres), Mm(body.CoverHalfMetres), Mm(body.HeightMetres), Mm(body.HeightHalfMetres), Mm(body.VolumeCubicMetres), Mm(body.VolumeHalfCubicMetres), body.Note, body.By,
    ];

    /// <summary>To the millimetre.</summary>
    private static double? Mm(double? metres) => metres is { } known ? Math.Round(known, 3) : null;
}
