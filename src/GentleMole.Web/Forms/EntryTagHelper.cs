using System.Text.Encodings.Web;
using GentleMole.Core;
using Microsoft.AspNetCore.Razor.TagHelpers;

namespace GentleMole.Web.Forms;

/// <summary>
/// One entry of a form: label, field, hint, and the sentence when what was typed cannot be read. Other attributes go to the
/// field itself, the class to the whole entry.
/// </summary>
[HtmlTargetElement("entry", TagStructure = TagStructure.NormalOrSelfClosing)]
public sealed class EntryTagHelper(HtmlEncoder encoder) : TagHelper
{
    public required string Name { get; set; }

    public required string Label { get; set; }

    public string? Value { get; set; }

    public string? Hint { get; set; }

    /// <summary>Unit that stands at the right edge of the field.</summary>
    public string? Unit { get; set; }

    /// <summary>Tells this field from others of the same name on one page.</summary>
    public string? Key { get; set; }

    /// <summary>More than one makes a text area of so many rows.</summary>
    public int Rows { get; set; } = 1;

    /// <summary>What was wrong with the form, if anything.</summary>
    public IReadOnlyList<FieldError> Errors { get; set; } = [];

    public override async Task ProcessAsync(TagHelperContext context, TagHelperOutput output)
    {
        var id = "f-" + Name + Key;
        var error = Errors.FirstOrDefault(e => e.Field == Name || e.Field.StartsWith(Name + "[", StringComparison.Ordinal));
        var inner = (await output.GetChildContentAsync()).GetContent();
        var field = Field(id, inner, error, output.Attributes);
        var group = Unit is null
            ? field
            : $"<div class=\"input-group{(error is null ? "" : " has-validation")}\">{field}<span class=\"input-group-text\" aria-hidden=\"true\">{encoder.Encode(Unit)}</span></div>";
        output.TagName = "div";
        output.TagMode = TagMode.StartTagAndEndTag;
        var extra = output.Attributes["class"]?.Value?.ToString();
        output.Attributes.Clear();
        output.Attributes.SetAttribute("class", extra is null ? "entry" : "entry " + extra);
        output.Content.SetHtmlContent(
            $"<label class=\"form-label\" for=\"{id}\">{encoder.Encode(Label)}</label>"
            + group
            + (Hint is null ? "" : $"<div class=\"form-text\" id=\"{id}-hint\">{encoder.Encode(Hint)}</div>")
            + (error is null ? "" : $"<div class=\"invalid-feedback\" id=\"{id}-error\" role=\"alert\">{encoder.Encode(error.Sentence)}</div>"));
    }

    private string Field(string id, string options, FieldError? error, TagHelperAttributeList given)
    {
        var described = string.Join(' ', new[] { Hint is null ? null : id + "-hint", error is null ? null : id + "-error" }.Where(s => s is not null));
        var attributes = string.Concat(given.Where(a => a.Name != "class").Select(a => $" {a.Name}=\"{encoder.Encode(a.Value?.ToString() ?? "")}\""));
        string Common(string kind) =>
            $"class=\"{kind}{(error is null ? "" : " is-invalid")}\" id=\"{id}\" name=\"{Name}\"{attributes}"
            + (described.Length > 0 ? $" aria-describedby=\"{described}\"" : "") + (error is null ? "" : " aria-invalid=\"true\"");
        if (options.Trim().Length > 0)
        {
            return $"<select {Common("form-select")}>{options}</select>";
        }

        if (Rows > 1)
        {
            return $"<textarea {Common("form-control")} rows=\"{Rows}\">\n{encoder.Encode(Value ?? "")}</textarea>";
        }

        var type = given["type"]?.Value?.ToString();
        return $"<input {Common("form-control")}{(type is null ? " type=\"text\"" : "")}"
            + (type == "file" ? ">" : $" value=\"{encoder.Encode(Value ?? "")}\" autocomplete=\"off\">");
    }
}
