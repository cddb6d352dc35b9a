using Microsoft.AspNetCore.Razor.TagHelpers;

namespace GentleMole.Web.Forms;

/// <summary>A way of a list of ways, one of which is where one stands.</summary>
[HtmlTargetElement("a", Attributes = "here")]
public sealed class HereTagHelper : TagHelper
{
    public bool Here { get; set; }

    public override void Process(TagHelperContext context, TagHelperOutput output)
    {
        var extra = output.Attributes["class"]?.Value?.ToString();
        output.Attributes.SetAttribute("class", "nav-link" + (Here ? " active" : "") + (string.IsNullOrEmpty(extra) ? "" : " " + extra));
        if (Here)
        {
            output.Attributes.SetAttribute("aria-current", "true");
        }
    }
}
