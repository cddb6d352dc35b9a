using System.Text.RegularExpressions;
using GentleMole.Store.Model;

namespace GentleMole.Web.Trust;

/// <summary>The table of access: the one place that says who may do what. Pages that are not in it are shut.</summary>
internal static partial class Access
{
    private static readonly Role[] Everybody = [Role.Reader, Role.Office, Role.Locator, Role.Lead];
    private static readonly Role[] Workers = [Role.Office, Role.Locator, Role.Lead];
    private static readonly Role[] Field = [Role.Locator, Role.Lead];
    private static readonly Role[] Desk = [Role.Office, Role.Lead];
    private static readonly Role[] LeadOnly = [Role.Lead];

    /// <summary>By the page's own path, as its folder and file are named; plain endpoints by their pattern.</summary>
    public static IReadOnlyDictionary<string, PageAccess> Pages { get; } = new Dictionary<string, PageAccess>
    {
        ["/Frame/Index"] = new(Everybody, []),
        ["/Trust/Units"] = new(Everybody, Everybody),
        ["/Trust/SignOut"] = new(Everybody, Everybody),
        ["/Trust/Refused"] = new(Everybody, []),
        ["/Firm/Account"] = new(Everybody, Everybody),
        ["/Trust/Confirm"] = new(Everybody, Everybody),
        ["/Boards/Index"] = new(Everybody, []),
        ["/Stages/Job"] = new(Everybody, []),
        ["/Boards/New"] = new(Workers, Workers),
        ["/Stages/Notice/Notice"] = new(Everybody, Workers),
        ["/Stages/Marks/Outline"] = new(Everybody, []),
        ["/Stages/Records/Records"] = new(Everybody, Workers),
        ["/Stages/Walk/Walk"] = new(Everybody, Field),
        ["/Stages/Hookup/Hookup"] = new(Everybody, Field),
        ["/Stages/Hookup/HookupPlan"] = new(Everybody, Field),
        ["/Stages/Hookup/HookupGround"] = new(Everybody, Field),
        ["/Stages/Sweep/Sweep"] = new(Everybody, Field),
        ["/Stages/Trace/Trace"] = new(Everybody, Field),
        ["/Stages/Trace/Wires"] = new(Everybody, Field),
        ["/Stages/Trace/Sonde"] = new(Everybody, Field),
        ["/Stages/Trace/Fault"] = new(Everybody, Field),
        ["/Stages/Radar/Radar"] = new(Everybody, Field),
        ["/Stages/Radar/Calibrate"] = new(Everybody, Field),
        ["/Stages/Radar/Collect"] = new(Everybody, Field),
        ["/Stages/Radar/Grid"] = new(Everybody, Field),
        ["/Stages/Radar/Runs"] = new(Everybody, Field),
        ["/Stages/Radar/Bodies"] = new(Everybody, Field),
        ["/Stages/Radar/Slices"] = new(Everybody, Field),
        ["/Stages/Marks/Marks"] = new(Everybody, Field),
        ["/Stages/Paint/Paint"] = new(Everybody, Field),
        ["/Stages/Paint/PaintCard"] = new(Everybody, []),
        ["/Stages/Conflicts/Conflicts"] = new(Everybody, Field),
        ["/Stages/Exposures/Exposures"] = new(Everybody, Field),
        ["/Stages/Handover/Handover"] = new(Everybody, Field),
        ["/Stages/Handover/HandoverSheet"] = new(Everybody, []),
        ["/Stages/Handover/OwnerSheet"] = new(Everybody, []),
        ["/Stages/Log/Log"] = new(Everybody, []),
        ["/Boards/Notices"] = new(Workers, Desk),
        ["/Boards/Days"] = new(Workers, Desk),
        ["/Bench/Index"] = new(Everybody, []),
        ["/Bench/Pinpoint"] = new(Everybody, Everybody),
        ["/Bench/Depth"] = new(Everybody, Everybody),
        ["/Bench/Depths"] = new(Everybody, Everybody),
        ["/Bench/Identify"] = new(Everybody, Everybody),
        ["/Bench/Ledger"] = new(Everybody, Everybody),
        ["/Bench/LineField"] = new(Everybody, Everybody),
        ["/Bench/Sonde"] = new(Everybody, Everybody),
        ["/Bench/SondeRoute"] = new(Everybody, Everybody),
        ["/Bench/Fault"] = new(Everybody, Everybody),
        ["/Bench/WireFault"] = new(Everybody, Everybody),
        ["/Bench/RadarPlan"] = new(Everybody, Everybody),
        ["/Bench/RadarWheel"] = new(Everybody, Everybody),
        ["/Bench/RadarHyperbola"] = new(Everybody, Everybody),
        ["/Practice/Index"] = new(Workers, Workers),
        ["/Practice/Play"] = new(Workers, Workers),
        ["/Practice/Record"] = new(Workers, Workers),
        ["/Practice/Certificate"] = new(Workers, []),
        ["/Practice/Crew"] = new(LeadOnly, LeadOnly),
        ["/Practice/MakeIndex"] = new(LeadOnly, LeadOnly),
        ["/Practice/MakeYard"] = new(LeadOnly, LeadOnly),
        ["/Firm/Rules"] = new(Workers, LeadOnly),
        ["/Firm/Places"] = new(Workers, LeadOnly),
        ["/Firm/Year"] = new(LeadOnly, []),
        ["/Firm/Truth"] = new(Workers, LeadOnly),
        ["/Firm/Owners"] = new(Workers, Desk),
        ["/Firm/Instruments"] = new(Workers, Field),
        ["/Firm/Guide"] = new(Workers, LeadOnly),
        ["/Firm/GuideCard"] = new(Workers, []),
        ["/Firm/People"] = new(LeadOnly, LeadOnly),
        ["/Firm/Tokens"] = new(LeadOnly, LeadOnly),
        ["/Firm/Log"] = new(Workers, []),
        ["/Firm/Backup"] = new(LeadOnly, LeadOnly),
        ["/Firm/Security"] = new(LeadOnly, LeadOnly),
        ["/jobs/{id:int}/files/{format}"] = new(Everybody, []),
        ["/year/{year:int}.csv"] = new(LeadOnly, []),
        ["/jobs/{id:int}/evidence.zip"] = new(Everybody, []),
        ["/jobs/{id:int}/photos/{photo:guid}"] = new(Everybody, []),
        ["/jobs/{id:int}/live"] = new(Everybody, []),
        ["/notices/calendar.ics"] = new(Workers, []),
        ["/backup/{name}"] = new(LeadOnly, []),
    };

    /// <summary>What is open without a session, and by what it is held: the only ones that stand in no table of roles.</summary>
    public static IReadOnlyDictionary<string, string> Open { get; } = new Dictionary<string, string>
    {
        ["/Trust/SignIn"] = "the door itself; tries are counted",
        ["/Trust/Reset"] = "a link that works once, for a day",
        ["/Stages/Dig/Dig"] = "a secret link to what lies under one dig, until it is taken back",
        ["/Frame/Problem"] = "says what went wrong",
        ["/place.css"] = "the colours of a place, which anybody sees on the ground",
        ["/health/live"] = "says only that it runs",
        ["/health/ready"] = "says only that the store answers",
        ["/calendar/{key}.ics"] = "a secret address that opens nothing else",
        ["/openapi/{documentName}.json"] = "describes the API, holds nothing of the firm",
        ["/api/v1/"] = "tokens, by the scopes of their policies",
    };

    /// <summary>Pages of which a person's own name is the only content: open also to a lead who must set up a second factor first.</summary>
    private static readonly HashSet<string> Own = ["/Firm/Account", "/Trust/SignOut", "/Trust/Units", "/Trust/Refused", "/Trust/Confirm", "/Frame/Index"];

    /// <summary>Where the password is asked for again.</summary>
    private static readonly HashSet<string> Confirmed = ["/Firm/People", "/Firm/Tokens", "/Firm/Backup", "/Firm/Security", "/backup/{name}"];

    /// <summary>Handlers that only judge what is typed change nothing; who sees the page may use them.</summary>
    public static bool IsChange(string method, string? handler) =>
        !HttpMethods.IsGet(method) && !HttpMethods.IsHead(method) && handler?.EndsWith("Judge", StringComparison.OrdinalIgnoreCase) != true;

    /// <summary>A plain endpoint by its pattern, without the rules on its parts that only say what a name looks like.</summary>
    public static string NameOf(string? pattern) => pattern is null ? "" : "/" + Regexes().Replace(pattern.TrimStart('/'), "{$1}");

    /// <summary>What the table says of a page or endpoint; null for what is in none.</summary>
    public static PageAccess? Entry(string name) => Pages.GetValueOrDefault(name);

    /// <summary>True for what is open without a session.</summary>
    public static bool IsOpen(string name) => Open.ContainsKey(name) || name.StartsWith("/api/v1/", StringComparison.Ordinal);

    public static bool IsOwn(string name) => Own.Contains(name);

    public static bool IsConfirmed(string name) => Confirmed.Contains(name);

    [GeneratedRegex(@"\{(\w+):regex\(.*?\)\}")]
    private static partial Regex Regexes();

    public static bool MaySee(string page, Role role) => Pages.TryGetValue(page, out var access) && access.See.Contains(role);

    public static bool MayChange(string page, Role role) => Pages.TryGetValue(page, out var access) && access.Change.Contains(role);
}
