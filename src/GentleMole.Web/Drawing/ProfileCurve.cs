using System.Globalization;

namespace GentleMole.Web.Drawing;

/// <summary>One curve of a profile: points across and their response.</summary>
internal sealed record ProfileCurve(string Style, string Path);
