using System.Collections.Concurrent;
using System.Net.Http.Headers;
using System.Security.Cryptography;
using System.Text;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Trust;

internal static class AdmittedRequests
{
    private const string Key = "admitted";

    public static void Admit(this HttpContext http, Admitted admitted) => http.Items[Key] = admitted;

    /// <summary>The token that this request came with; every route of the API has one.</summary>
    public static Admitted Admitted(this HttpContext http) => (Admitted)http.Items[Key]!;
}
