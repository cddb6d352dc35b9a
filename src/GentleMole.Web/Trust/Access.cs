using GentleMole.Store.Model;

namespace GentleMole.Web.Trust;

/// <summary>Who may see a page and who may change something on it.</summary>
internal sealed record PageAccess(Role[] See, Role[] Change);

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
        ["/Index"] = new(Everybody, []),
        ["/Units"] = new(Everybody, Everybody),
        ["/SignOut"] = new(Everybody, Everybody),
        ["/Refused"] = new(Everybody, []),
        ["/Jobs/Index"] = new(Everybody, []),
        ["/Jobs/Job"] = new(Everybody, []),
        ["/Jobs/New"] = new(Workers, Workers),
        ["/Jobs/Notice"] = new(Everybody, Workers),
        ["/Jobs/Outline"] = new(Everybody, []),
        ["/Jobs/Records"] = new(Everybody, Workers),
        ["/Jobs/Walk"] = new(Everybody, Field),
        ["/Jobs/Hookup"] = new(Everybody, Field),
        ["/Jobs/HookupPlan"] = new(Everybody, Field),
        ["/Jobs/HookupGround"] = new(Everybody, Field),
        ["/Jobs/Trace"] = new(Everybody, Field),
        ["/Jobs/Marks"] = new(Everybody, Field),
        ["/Jobs/Handover"] = new(Everybody, Field),
        ["/Jobs/HandoverSheet"] = new(Everybody, []),
        ["/Jobs/Log"] = new(Everybody, []),
        ["/Notices"] = new(Everybody, Desk),
        ["/Days"] = new(Workers, Desk),
        ["/Bench/Index"] = new(Everybody, []),
        ["/Bench/Pinpoint"] = new(Everybody, Everybody),
        ["/Bench/Depth"] = new(Everybody, Everybody),
        ["/Bench/LineField"] = new(Everybody, Everybody),
        ["/Place"] = new(Everybody, LeadOnly),
        ["/Owners"] = new(Everybody, Desk),
        ["/Instruments"] = new(Everybody, Field),
        ["/Guide"] = new(Everybody, LeadOnly),
        ["/GuideCard"] = new(Everybody, []),
        ["/People"] = new(LeadOnly, LeadOnly),
        ["/Tokens"] = new(LeadOnly, LeadOnly),
        ["/Log"] = new(Workers, []),
        ["/Backup"] = new(LeadOnly, LeadOnly),
    };

    /// <summary>Handlers that only judge what is typed change nothing; who sees the page may use them.</summary>
    public static bool IsChange(string method, string? handler) =>
        !HttpMethods.IsGet(method) && !HttpMethods.IsHead(method) && handler?.EndsWith("Judge", StringComparison.OrdinalIgnoreCase) != true;

    public static bool MaySee(string page, Role role) => Pages.TryGetValue(page, out var access) && access.See.Contains(role);

    public static bool MayChange(string page, Role role) => Pages.TryGetValue(page, out var access) && access.Change.Contains(role);
}
