using System.Collections.Concurrent;
using System.Globalization;
using GentleMole.Core.Hookup;

namespace GentleMole.Web.Stages;

/// <summary>A plan in the making.</summary>
internal sealed class PlanRun(Task<HookupPlan?> work)
{
    private int _done;
    private int _all;

    public Task<HookupPlan?> Work { get; set; } = work;

    /// <summary>Hookups solved, of how many.</summary>
    public (int Done, int All) Progress => (Volatile.Read(ref _done), Volatile.Read(ref _all));

    public void Told((int Done, int All) progress)
    {
        Volatile.Write(ref _all, progress.All);
        Volatile.Write(ref _done, progress.Done);
    }
}
