using GentleMole.Core;
using GentleMole.Core.Site;
using GentleMole.Store.Model;
using GentleMole.Web.Forms;

namespace GentleMole.Web.Stages;

/// <summary>Where a profile lies, as a form says it.</summary>
internal sealed record ProfilePlace(string Name, SitePoint? Start, double? BearingDegrees, double WheelFactor, List<WalkMark> Marks)
{
    /// <summary>What a wheel may be out by.</summary>
    public static readonly Bounds Factor = new(0.2, 5);

    /// <summary>Reads it; null when something was refused. The way is told by a bearing, or by a second place.</summary>
    public static ProfilePlace? Read(FormReader reader, int mostMarks)
    {
        var name = reader.Text("profileName", 100);
        var (start, end) = (reader.Place("startEast", "startNorth"), reader.Place("endEast", "endNorth"));
        var bearing = reader.Number("bearing", "°", 0, 360);
        var factor = reader.Number("factor", "", Factor) ?? 1;
        var marks = reader.Marks("marks");
        if (marks.Count > mostMarks)
        {
            reader.Refuse("marks", $"There are {marks.Count} marks; {mostMarks} is the most.");
        }

        if (reader.IsGood && start is { } from && end is { } to)
        {
            if (from.DistanceTo(to) < 0.1)
            {
                reader.Refuse("endEast", "Start and end lie in one place; the line has no way.");
            }
            else
            {
                bearing = Math.Round((to - from).Azimuth.Degrees, 2);
            }
        }

        if (reader.IsGood && start is not null != bearing is not null)
        {
            reader.Refuse(start is null ? "startEast" : "bearing", start is null ? "Say where it starts too: click the plan." : "Say which way it was walked: a bearing, or where it ended.");
        }

        return reader.IsGood ? new ProfilePlace(name, start, bearing, factor, marks) : null;
    }

    /// <summary>Puts it on a profile; what was read of it by a wheel that counted otherwise is made true again.</summary>
    public void Put(WalkedProfile walked)
    {
        var ratio = WheelFactor / walked.WheelFactor;
        foreach (var pick in Math.Abs(ratio - 1) < 1e-9 ? [] : walked.Picks)
        {
            pick.Lengthen(ratio);
        }

        (walked.Name, walked.StartEastMetres, walked.StartNorthMetres, walked.BearingDegrees, walked.WheelFactor) = (Name, Start?.East, Start?.North, BearingDegrees, WheelFactor);
        if (!walked.Marks.SequenceEqual(Marks))
        {
            walked.Marks = Marks;
        }
    }
}
