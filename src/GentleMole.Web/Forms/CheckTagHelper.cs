using System.Text.Encodings.Web;
using Microsoft.AspNetCore.Razor.TagHelpers;

namespace GentleMole.Web.Forms;

/// <summary>A box to tick, or one of several to choose from; what stands inside is its label.</summary>
[HtmlTargetElement("check")]
public sealed class CheckTagHelper(HtmlEncoder encoder) : TagHelper
{
    public required string Name { get; set; }

    public string Value { get; set; } = "yes";

    public bool Checked { get; set; }

    /// <summary>One of several of this name, of which one holds.</summary>
    public bool OneOf { get; set; }

    public override async Task ProcessAsync(TagHelperContext context, TagHelperOutput output)
    {
        var id = "f-" + Name + (OneOf ? "-" + Value : "");
        var label = (await output.GetChildContentAsync()).GetContent();
        output.TagName = "div";
        output.Attributes.SetAttribute("class", "form-check " + output.Attributes["class"]?.Value);
        output.Content.SetHtmlContent(
            $"<input class=\"form-check-input\" type=\"{(OneOf ? "radio" : "checkbox")}\" id=\"{encoder.Encode(id)}\" name=\"{encoder.Encode(Name)}\" value=\"{encoder.Encode(Value)}\"{(Checked ? " checked" : "")}>"
            + $"<label class=\"form-check-label\" for=\"{encoder.Encode(id)}\">{label}</label>");
    }
}
