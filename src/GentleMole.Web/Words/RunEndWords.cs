using GentleMole.Core.Grids;

namespace GentleMole.Web.Words;

/// <summary>Where a run ends on both sides, as a walk along it shows.</summary>
internal static class RunEndWords
{
    /// <summary>Two or three sentences.</summary>
    /// <param name="lengthMetres">Of the run, from the first line that met it to the last.</param>
    /// <param name="profile">Number of the profile that goes along it.</param>
    /// <param name="first">Number of the first profile that met it, where it is counted from.</param>
    /// <param name="last">Number of the last.</param>
    public static string Says(RunWalk walk, double lengthMetres, int profile, int first, int last, Person person)
    {
        if (walk is not { FromMetres: { } from, ToMetres: { } to })
        {
            return $"Walked along on profile {profile}: what lies at its depth everywhere hides where it ends.";
        }

        var one = walk.IsBegun ? $"it ends {Beside(-from, first, person)}" : $"it is still there where the walk ends, {Beside(-walk.WalkedFromMetres, first, person)}";
        var other = walk.IsEnded ? $"it ends {Beside(to - lengthMetres, last, person)}" : $"it is still there where the walk ends, {Beside(walk.WalkedToMetres - lengthMetres, last, person)}";
        return $"Walked along on profile {profile}: {one}; {other} ({person.PlusMinus(RunWalk.HalfMetres)}).{(walk is { IsBegun: true, IsEnded: true } ? "" : " Walk farther where it goes on.")} An end for a radar may be a bend, a change of material or wet ground.";
    }

    private static string Beside(double beyondMetres, int profile, Person person) =>
        Math.Abs(beyondMetres) < RunWalk.HalfMetres ? $"at profile {profile}" : $"{person.Run(Math.Abs(beyondMetres))} {(beyondMetres > 0 ? "beyond" : "before it comes to")} profile {profile}";
}
