using GentleMole.Core.Lines;
using GentleMole.Core.Site;

namespace GentleMole.Store.Model;

/// <summary>The connection guide as it ships: a start, for the lead to make it the firm's own.</summary>
public static class ShippedGuide
{
    private const string Leads = "Transmitter off while leads are plugged or touched. Local rules and the owner's instructions come first.";

    public static GuideEntry Of(UtilityKind kind) => kind switch
    {
        UtilityKind.Electric => Page(
            kind,
            "Clamp round the cable or its conduit at the meter, the cabinet or the pole foot, on the leg that leaves the way you want, between two earths. Or listen passively, with a large load switched on.",
            "Never a lead on a cable, its armour or its earth while it is live or may be. Never the stake on or near the earth of a power installation.",
            "Nothing insulates along the way; a pot end is open and carries no signal.",
            "The neutral is bonded to water, to telephone and to steel: a clamp on one lights them all.",
            "Only people authorised by the owner test dead and connect directly. For everybody else every cable is live.",
            "Work by the firm's safety rules for open panels; two people. " + Leads),
        UtilityKind.Gas => Page(
            kind,
            "Plastic: the tracer wire at the riser or in the valve box; try each wire and compare. Steel or copper: valve or pipe on the street side of the regulator, scraped bare.",
            "Not on the house side of a regulator or meter: it leads into the house. Not on paint or wrap.",
            "The regulator and the meter have insulating joints. The house side serves as an earth only while it truly insulates; a jumper bridges it only on purpose.",
            "Cathodic protection ties steel mains together; test posts are a way in and a way out. Tracers of several directions may be spliced in one box.",
            "Measure from tracer to stake before you connect: no voltage may stand on it. A smell or a hiss ends the work.",
            "No sparks where gas may be: connect the clip first, the transmitter last, away from the riser's vent. " + Leads),
        UtilityKind.Water => Page(
            kind,
            "Bare metal of meter, valve or hydrant; filed bright where the clip sits. A tracer, where plastic was laid with one.",
            "Not on a plastic meter, nor on the house pipe behind a plastic repair. Not on a hydrant's painted cap.",
            "Rubber joints and plastic repairs part the pipe: a higher frequency jumps some of them, over a short way.",
            "The house earth is often bonded to the service: the signal goes into the house and along its cables.",
            "Measure from pipe to stake: a bonded service can carry the neutral's current.",
            "Meters get moved and pipes stay: look for the old place. Lift covers with a tool, not with fingers. " + Leads),
        UtilityKind.Communications => Page(
            kind,
            "The sheath or shield of a copper cable: its earth lifted at this end, kept at the far one. Fibre: armour or tracer. Or a clamp on the single leg that leaves the chamber.",
            "Not on a core: it is screened, and in use. No clamp round a coil or a bundle. Do not lift an earth without the owner's leave.",
            "A joint with its bond left off parts the sheath.",
            "Bonded pedestals and cabinets light every cable in them; lift the near earth or the clamp lights all.",
            "Ringing and power feeding are dangerous: measure sheath to earth first. Fibre ends are never looked into.",
            "Gas test and confined-space routine before any chamber; this tool never asks you to enter one. " + Leads),
        UtilityKind.Reclaimed => Page(
            kind,
            "A station wire for the one valve it serves; the common for all. A tracer, where there is one.",
            "Not on the controller's mains side. Not on common and station together: the signal comes straight back.",
            "Splices in boxes corrode; a valve's coil passes current and ends its station wire.",
            "The common leads everywhere; controllers are bonded to the mains earth.",
            "Controller off and unplugged; measure between wires first.",
            "A coil spreads a strong round response that looks like an end. " + Leads),
        UtilityKind.Sewer => Page(
            kind,
            "Nothing to clip to in clay, concrete or plastic: a sonde or a camera head pushed in. Iron: as water.",
            "No metal rod left in as a conductor beside a cable. No entry into a chamber.",
            "Every joint of clay and plastic.",
            "Iron stacks are bonded to the house.",
            "Look for cables drawn through old drains before a rod is pushed.",
            "Gas test, gloves, washing; depth and fall are those of the pipe, not of the ground. " + Leads),
        UtilityKind.Unknown => Page(
            kind,
            "What you do not know, do not clip to: light it from the surface, or listen passively, and find an end that tells what it is.",
            "Never direct on what may be electric.",
            "",
            "Watch for responses all round: it may be bonded to anything.",
            "Treat it as live until somebody entitled has shown that it is not.",
            Leads),
    };

    /// <summary>Features at which a signal is put on, for a utility.</summary>
    public static IReadOnlyList<FeatureKind> FeaturesOf(UtilityKind kind) => kind switch
    {
        UtilityKind.Electric => [FeatureKind.Meter, FeatureKind.Cabinet, FeatureKind.Pole, FeatureKind.Light, FeatureKind.Riser],
        UtilityKind.Gas => [FeatureKind.Riser, FeatureKind.Meter, FeatureKind.Valve, FeatureKind.Box],
        UtilityKind.Water => [FeatureKind.Meter, FeatureKind.Valve, FeatureKind.Hydrant],
        UtilityKind.Communications => [FeatureKind.Cabinet, FeatureKind.Chamber, FeatureKind.Box, FeatureKind.Pole, FeatureKind.Riser],
        UtilityKind.Reclaimed => [FeatureKind.Box, FeatureKind.Valve],
        UtilityKind.Sewer => [FeatureKind.Chamber, FeatureKind.Pit],
        UtilityKind.Unknown => [FeatureKind.Box, FeatureKind.Marker],
    };

    /// <summary>What to do at one kind of feature; empty where nothing ships.</summary>
    public static string At(UtilityKind kind, FeatureKind feature) => (kind, feature) switch
    {
        (UtilityKind.Electric, FeatureKind.Meter) => "Clamp the service below the meter where one cable leaves alone. The case and the neutral are bonded to water and telephone.",
        (UtilityKind.Electric, FeatureKind.Cabinet) => "Closed doors stay closed without the owner. Clamp the leg that leaves towards the work, below the earth bar.",
        (UtilityKind.Electric, FeatureKind.Pole) => "Clamp the cable where it goes down, above the ground and below its guard; not the earth wire beside it.",
        (UtilityKind.Electric, FeatureKind.Light) => "The door is a live panel. Clamp the cable at the base if it can be had, or listen passively when the light burns.",
        (UtilityKind.Electric, FeatureKind.Riser) => "Clamp the conduit; where it is steel, the conduit itself carries the signal.",
        (UtilityKind.Gas, FeatureKind.Riser) => "The tracer is taped to the riser or in a post beside it; test it against the stake before clipping. Steel riser: below the insulating joint, on the street side.",
        (UtilityKind.Gas, FeatureKind.Meter) => "Street side of regulator and meter only; the insulating joint is at the inlet. Beyond it everything is the house.",
        (UtilityKind.Gas, FeatureKind.Valve) => "Open the box: a tracer ends there with one wire for each way. Try each. On steel scrape the spindle or the body.",
        (UtilityKind.Gas, FeatureKind.Box) => "Several wires: clip one at a time, walk, compare. Corroded splices read like dry soil.",
        (UtilityKind.Water, FeatureKind.Meter) => "Clip to the street side of the meter, on bare pipe. A plastic meter parts the line; a jumper bridges it on purpose only.",
        (UtilityKind.Water, FeatureKind.Valve) => "A key on the spindle is a long lead: scrape, or the rust is in the circuit. Rubber joints beside the valve are common.",
        (UtilityKind.Water, FeatureKind.Hydrant) => "The flange bolts are better than the painted body. It may stand on a branch: watch both ways for the main.",
        (UtilityKind.Communications, FeatureKind.Cabinet) => "Lift the bond of the one cable that is wanted, with leave; put it back before you drive off.",
        (UtilityKind.Communications, FeatureKind.Chamber) => "From above, with the routine for chambers: clamp the single leg that leaves, past coils and bundles.",
        (UtilityKind.Communications, FeatureKind.Box) => "A tracer pin, where there is one; else the shield of one cable with its near earth lifted.",
        (UtilityKind.Communications, FeatureKind.Pole) => "Clamp the cable above the guard; a strand or a guy carries it elsewhere.",
        (UtilityKind.Communications, FeatureKind.Riser) => "The shield's bond at the house joins the neutral: lift it here, keep it at the pedestal.",
        (UtilityKind.Reclaimed, FeatureKind.Box) => "Common and stations are spliced here: one at a time, and never both leads into one box.",
        (UtilityKind.Reclaimed, FeatureKind.Valve) => "A coil joins common and station: part them, or the signal goes back on the common.",
        (UtilityKind.Sewer, FeatureKind.Chamber) => "Feed a sonde or a camera head from the surface; nobody goes in.",
        (UtilityKind.Sewer, FeatureKind.Pit) => "Rod towards the work; note the pipe's depth at the pit with a staff, to its invert.",
        _ => "",
    };

    private static GuideEntry Page(UtilityKind kind, string clip, string never, string insulates, string bonded, string dead, string caution) => new()
    {
        Kind = kind, Clip = clip, Never = never, Insulates = insulates, Bonded = bonded, TestDead = dead, Caution = caution,
    };
}
