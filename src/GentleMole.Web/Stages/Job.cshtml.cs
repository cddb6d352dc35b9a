using GentleMole.Core.Job;
using GentleMole.Store;
using GentleMole.Web.Sheet;
using Microsoft.AspNetCore.Mvc;

namespace GentleMole.Web.Stages;

/// <summary>The address of a job: leads to the stage that is at hand.</summary>
internal sealed class JobPage(MoleDb db, SheetLoader loader) : SheetPage(db, loader)
{
    public override JobStage Stage => Sheet.Progress.Current;

    public IActionResult OnGet() => Redirect($"/jobs/{Id}/{Stage.ToString().ToLowerInvariant()}");
}
