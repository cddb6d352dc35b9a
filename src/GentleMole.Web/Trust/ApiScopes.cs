using GentleMole.Store.Model;
using Microsoft.AspNetCore.Authorization;

namespace GentleMole.Web.Trust;

/// <summary>What a token may do, as policies that the routes ask for.</summary>
internal static class ApiScopes
{
    /// <summary>Look, and reckon.</summary>
    public const string Read = "api.read";

    /// <summary>Send readings.</summary>
    public const string Send = "api.send";

    /// <summary>Open jobs and change what is on them.</summary>
    public const string Change = "api.change";

    public static void AddApiScopes(this AuthorizationBuilder authorization) => authorization
        .AddPolicy(Read, policy => Ask(policy, TokenScope.Read, TokenScope.Readings, TokenScope.Full))
        .AddPolicy(Send, policy => Ask(policy, TokenScope.Readings, TokenScope.Full))
        .AddPolicy(Change, policy => Ask(policy, TokenScope.Full));

    private static void Ask(AuthorizationPolicyBuilder policy, params TokenScope[] scopes) => policy
        .AddAuthenticationSchemes(TokenScheme.Name).RequireAuthenticatedUser().RequireClaim(TokenScheme.ScopeClaim, scopes.Select(s => s.ToString()));
}
