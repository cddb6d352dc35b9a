using System.Globalization;
using GentleMole.Core.Trace;

namespace GentleMole.Web.Stages;

/// <summary>One sign in words: its name, what was read and what would agree.</summary>
internal sealed record SignRow(string Name, string Read, string Expected, SignOutcome Outcome);
