namespace GentleMole.Web.Trust;

internal static class StandingRequests
{
    private const string Key = "standing";

    public static void Stand(this HttpContext http, Standing standing) => http.Items[Key] = standing;

    /// <summary>How the person of a request stands; null for a visitor.</summary>
    public static Standing? Standing(this HttpContext http) => http.Items[Key] as Standing;
}
