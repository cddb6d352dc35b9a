using System.Globalization;
using GentleMole.Store;
using GentleMole.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Trust;

/// <summary>Which jobs a person may see: workers all, readers those that they were given. One rule for pages, files, streams and lists.</summary>
internal sealed class JobGate(MoleDb db)
{
    /// <summary>Numbers of the jobs that this person may see; null for all.</summary>
    public async Task<IReadOnlySet<int>?> OnlyAsync(SignedInPerson person, CancellationToken cancellation) => person.Role != Role.Reader
        ? null
        : (await db.Grants.AsNoTracking().Where(g => g.PersonId == person.Id).Select(g => g.JobId).ToListAsync(cancellation)).ToHashSet();

    /// <summary>True when the job that a request is about may be seen by its person, or it is about none.</summary>
    public async Task<bool> MaySeeAsync(HttpContext http, SignedInPerson person)
    {
        if (person.Role != Role.Reader || !http.Request.Path.StartsWithSegments("/jobs", StringComparison.OrdinalIgnoreCase)
            || !int.TryParse(Convert.ToString(http.GetRouteValue("id"), CultureInfo.InvariantCulture), NumberStyles.None, CultureInfo.InvariantCulture, out var job))
        {
            return true;
        }

        return await db.Grants.AsNoTracking().AnyAsync(g => g.PersonId == person.Id && g.JobId == job, http.RequestAborted);
    }
}
