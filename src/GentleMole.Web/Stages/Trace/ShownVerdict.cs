using System.Globalization;
using GentleMole.Core.Trace;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace GentleMole.Web.Stages;

/// <summary>A verdict as it is shown: judged, or the sentence that says why it cannot be yet.</summary>
internal sealed record ShownVerdict(DotJudgement? Judgement, Person Person, string? Trouble);
