using GentleMole.Core.Records;
using GentleMole.Exchange.Drawings;
using GentleMole.Web.Sheet;
using GentleMole.Web.Words;

namespace GentleMole.Web.Stages;

/// <summary>Words for owners' plans.</summary>
internal static class RecordWords
{
    public static string State(RecordState state) => state switch
    {
        RecordState.NotAsked => "not asked",
        RecordState.Asked => "asked, nothing came yet",
        RecordState.Partial => "not complete",
        RecordState.Complete => "complete",
        RecordState.Nothing => "nothing here, the owner says",
        RecordState.Expired => "out of date",
    };

    /// <summary>By which system a drawing is laid, with what shift, and how well that fits.</summary>
    public static string Laid(LaidSystem system, Person person) => system switch
    {
        { ShiftOperation: 0 } => $"Laid by {system.Name} with the datum shift that the file brings; it does not say how well that fits.",
        { ShiftOperation: { } operation, AccuracyMetres: { } fits } => $"Laid by {system.Name} with datum shift EPSG {operation}, which fits to ±{person.Length(fits)}. The lines' doubt is at least that.",
        { AccuracyMetres: { } near and > 0 } => $"Laid by {system.Name}, taken as WGS 84: the two differ by up to {person.Length(near)}. The lines' doubt is at least that.",
        _ => $"Laid by {system.Name}; no datum shift is needed.",
    };

    public static string Shape(RecordState state) => state switch
    {
        RecordState.Complete or RecordState.Nothing => "sound",
        RecordState.Asked or RecordState.NotAsked => "open",
        RecordState.Partial or RecordState.Expired => "caution",
    };

    public static string Detail(OwnerFile file) => file switch
    {
        { State: RecordState.Partial } => $"{string.Join(" and ", file.Missing)} still missing; the sheets must be read together",
        { State: RecordState.Expired, HoldsUntil: { } until } => $"ran out {ClockWords.Day(until)}; ask again",
        { HoldsUntil: { } until } => $"holds until {ClockWords.Day(until)} {until.Year}",
        { Request: { } request } => $"asked {ClockWords.Day(request.AskedOn)}",
        _ => "",
    };

    public static string Warning(RecordWarning warning) => warning switch
    {
        RecordWarning.OpticalFibre => "Optical fibre. Cut, it costs more than the job; there may be nothing metallic to put a signal on.",
        RecordWarning.AsbestosCement => "Asbestos cement. Do not break, saw or drill; its dust makes people ill.",
        RecordWarning.Overhead => "Overhead. A line on a plan may hang on poles: look up before looking for it in the ground.",
    };
}
