using System.Text.Json;

namespace GentleMole.Web.Api;

internal sealed record HookupAnswer(SourceAnswer Source, IReadOnlyList<LineCurrentAnswer> Lines);
