using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Razor.TagHelpers;

namespace GentleMole.Web.Forms;

/// <summary>A part that is folded away until it is wanted.</summary>
[HtmlTargetElement("fold")]
public sealed class FoldTagHelper(HtmlEncoder encoder) : TagHelper
{
    /// <summary>Its name on the page, of letters and digits.</summary>
    public required string Name { get; set; }

    public required string Title { get; set; }

    public bool Open { get; set; }

    public override async Task ProcessAsync(TagHelperContext context, TagHelperOutput output)
    {
        var id = "fold-" + Name;
        var inside = (await output.GetChildContentAsync()).GetContent();
        output.TagName = "div";
        output.Attributes.SetAttribute("class", "accordion accordion-flush");

        // A link and not a button: it opens without scripts too, and in a form that may only be looked at.
        output.Content.SetHtmlContent(
            "<div class=\"accordion-item\"><div class=\"accordion-header\">"
            + $"<a class=\"accordion-button{(Open ? "" : " collapsed")}\" role=\"button\" href=\"#{id}\" data-bs-toggle=\"collapse\" aria-expanded=\"{(Open ? "true" : "false")}\" aria-controls=\"{id}\">{encoder.Encode(Title)}</a></div>"
            + $"<div class=\"accordion-collapse collapse{(Open ? " show" : "")}\" id=\"{id}\"><div class=\"accordion-body\">{inside}</div></div></div>");
    }
}
