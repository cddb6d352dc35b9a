using System.Text.Encodings.Web;
using GentleMole.Core;
using Microsoft.AspNetCore.Razor.TagHelpers;

namespace GentleMole.Web.Forms;

/// <summary>
/// One entry of a form: label, field, hint, and the sentence when what was typed cannot be read. Other attributes go to the
/// field itself.
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
        var attributes = string.Concat(output.Attributes.Where(a => a.Name != "class")
            .Select(a => $" {a.Name}=\"{encoder.Encode(a.Value?.ToString() ?? "")}\""));
        var described = string.Join(' ', new[] { Hint is null ? null : id + "-hint", error is null ? null : id + "-error" }.Where(s => s is not null));
        var aria = (described.Length > 0 ? $" aria-describedby=\"{described}\"" : "") + (error is null ? "" : " aria-invalid=\"true\"");
        var common = $"id=\"{id}\" name=\"{Name}\"{attributes}{aria}";
        var field = inner.Trim().Length > 0
            ? $"<select {common}>{inner}</select>"
            : Rows > 1
                ? $"<textarea {common} rows=\"{Rows}\">\n{encoder.Encode(Value ?? "")}</textarea>"
                : $"<input {common}{(output.Attributes.ContainsName("type") ? "" : " type=\"text\"")} value=\"{encoder.Encode(Value ?? "")}\" autocomplete=\"off\">";
        output.TagName = "div";
        output.TagMode = TagMode.StartTagAndEndTag;
        var extra = output.Attributes["class"]?.Value?.ToString();
        output.Attributes.Clear();
        output.Attributes.SetAttribute("class", "entry" + (error is null ? "" : " entry-wrong") + (extra is null ? "" : " " + extra));
        output.Content.SetHtmlContent(
            $"<label for=\"{id}\">{encoder.Encode(Label)}</label>"
            + $"<span class=\"entry-field\">{field}{(Unit is null ? "" : $"<span class=\"entry-unit\" aria-hidden=\"true\">{encoder.Encode(Unit)}</span>")}</span>"
            + (Hint is null ? "" : $"<span class=\"entry-hint\" id=\"{id}-hint\">{encoder.Encode(Hint)}</span>")
            + (error is null ? "" : $"<span class=\"entry-error\" id=\"{id}-error\" role=\"alert\">{encoder.Encode(error.Sentence)}</span>"));
    }
}
