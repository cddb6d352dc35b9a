using GentleMole.Core.Site;

namespace GentleMole.Core.Network;

/// <summary>How finely a network is cut.</summary>
/// <param name="LongestMetres">Longest segment.</param>
/// <param name="LeastPerLine">Segments that even the shortest line has.</param>
/// <param name="Near">Tops of stakes and centres of coils: no segment is longer than half its distance to one of them.</param>
/// <param name="Breaks">Chainages that need a node: connection points.</param>
public sealed record Cutting(
    IReadOnlyList<Vector3> Near, IReadOnlyList<LinePlace> Breaks, double LongestMetres = 2, int LeastPerLine = 20)
{
    /// <summary>Shortest piece that refining near a stake makes.</summary>
    public const double ShortestMetres = 0.05;

    /// <summary>A clamp sits on a short piece of its own, so that its EMF has a place.</summary>
    public const double ClampHalfMetres = 0.2;

    /// <summary>Above this the return current spreads so little that long pieces see it wrongly.</summary>
    private const double FineHertz = 200_000;

    private const double UsualMetres = 2;
    private const double FineMetres = 1;

    /// <summary>Cuts finely where these sources are, and all along at a high frequency.</summary>
    public static Cutting For(double hertz, params IReadOnlyList<SignalSource> sources)
    {
        var near = new List<Vector3>();
        var breaks = new List<LinePlace>();
        foreach (var source in sources)
        {
            switch (source)
            {
                case DirectSource direct:
                    near.Add(direct.Stake.Top);
                    breaks.Add(direct.At);
                    break;
                case ClampSource clamp:
                    breaks.Add(clamp.At with { ChainageMetres = clamp.At.ChainageMetres - ClampHalfMetres });
                    breaks.Add(clamp.At with { ChainageMetres = clamp.At.ChainageMetres + ClampHalfMetres });
                    break;
                case InductionSource coil:
                    near.Add(coil.Centre);
                    break;
            }
        }

        return new Cutting(near, breaks, LongestAt(hertz));
    }

    /// <summary>Longest segment at a frequency, metres.</summary>
    public static double LongestAt(double hertz) => hertz > FineHertz ? FineMetres : UsualMetres;
}
