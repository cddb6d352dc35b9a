using GentleMole.Core;
using GentleMole.Web.Forms;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace GentleMole.Web.Bench;

/// <summary>A tool without a job: what is typed, what is wrong with it, what comes out. Nothing is stored.</summary>
internal abstract class BenchPage : PageModel
{
    public Person Person { get; private set; } = null!;

    public IReadOnlyList<FieldError> Errors { get; protected set; } = [];

    public override void OnPageHandlerExecuting(PageHandlerExecutingContext context) => Person = Person.Of(HttpContext);

    /// <summary>What was typed; an example of ours until something is.</summary>
    public string Typed(string name, string example = "") =>
        Request.HasFormContentType ? Request.Form[name].ToString() : example;

    protected FormReader Reader() => new(Request.Form, Person);
}
