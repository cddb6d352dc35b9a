using GentleMole.Store.Model;

namespace GentleMole.Web.Trust;

/// <summary>The table of access: the one place that says who may do what. Pages that are not in it are shut.</summary>
internal static class Access
{
    private static readonly Role[] Everybody = [Role.Reader, Role.Office, Role.Locator, Role.Lead];
    private static readonly Role[] Workers = [Role.Office, Role.Locator, Role.Lead];
    private static readonly Role[] Field = [Role.Locator, Role.Lead];
    private static readonly Role[] Desk = [Role.Office, Role.Lead];
    private static readonly Role[] LeadOnly = [Role.Lead];

    /// <summary>By the page's own path, as its folder and file are named.</summary>
    public static IReadOnlyDictionary<string, PageAccess> Pages { get; } = new Dictionary<string, PageAccess>
    {
        ["/Frame/Index"] = new(Everybody, []),
        ["/Trust/Units"] = new(Everybody, Everybody),
        ["/Trust/SignOut"] = new(Everybody, Everybody),
        ["/Trust/Refused"] = new(Everybody, []),
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
        ["/Stages/Marks/Marks"] = new(Everybody, Field),
        ["/Stages/Handover/Handover"] = new(Everybody, Field),
        ["/Stages/Handover/HandoverSheet"] = new(Everybody, []),
        ["/Stages/Handover/OwnerSheet"] = new(Everybody, []),
        ["/Stages/Log/Log"] = new(Everybody, []),
        ["/Boards/Notices"] = new(Everybody, Desk),
        ["/Boards/Days"] = new(Workers, Desk),
        ["/Bench/Index"] = new(Everybody, []),
        ["/Bench/Pinpoint"] = new(Everybody, Everybody),
        ["/Bench/Depth"] = new(Everybody, Everybody),
        ["/Bench/Depths"] = new(Everybody, Everybody),
        ["/Bench/Identify"] = new(Everybody, Everybody),
        ["/Bench/Ledger"] = new(Everybody, Everybody),
        ["/Bench/LineField"] = new(Everybody, Everybody),
        ["/Firm/Rules"] = new(Everybody, LeadOnly),
        ["/Firm/Owners"] = new(Everybody, Desk),
        ["/Firm/Instruments"] = new(Everybody, Field),
        ["/Firm/Guide"] = new(Everybody, LeadOnly),
        ["/Firm/GuideCard"] = new(Everybody, []),
        ["/Firm/People"] = new(LeadOnly, LeadOnly),
        ["/Firm/Tokens"] = new(LeadOnly, LeadOnly),
        ["/Firm/Log"] = new(Workers, []),
        ["/Firm/Backup"] = new(LeadOnly, LeadOnly),
    };

    /// <summary>Handlers that only judge what is typed change nothing; who sees the page may use them.</summary>
    public static bool IsChange(string method, string? handler) =>
        !HttpMethods.IsGet(method) && !HttpMethods.IsHead(method) && handler?.EndsWith("Judge", StringComparison.OrdinalIgnoreCase) != true;

    public static bool MaySee(string page, Role role) => Pages.TryGetValue(page, out var access) && access.See.Contains(role);

    public static bool MayChange(string page, Role role) => Pages.TryGetValue(page, out var access) && access.Change.Contains(role);
}
