using System.Collections.Concurrent;
using System.Net.Http.Headers;
using System.Security.Cryptography;
using System.Text;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Trust;

/// <summary>What the token of a request allows.</summary>
/// <param name="OnlyJobId">The one job it may see; null for all.</param>
internal sealed record Admitted(int Id, string Name, TokenScope Scope, int? OnlyJobId, bool IsDemo)
{
    public bool MaySeeJob(int id) => OnlyJobId is null || OnlyJobId == id;
}
