namespace GentleMole.Core.Together;

/// <summary>A dot of a line that lies by a run of radar responses.</summary>
/// <param name="Index">Which of the line's places it is, from 0.</param>
/// <param name="Dot">Its number.</param>
/// <param name="AlongMetres">How far along the run.</param>
/// <param name="AsideMetres">How far the run lies to the right of the dot, as one looks along the run; with the 95 % interval of both places together.</param>
/// <param name="ByRadar">Depth of the centre by the radar.</param>
/// <param name="Depth">Both depths held against each other; null where the dot has none.</param>
public sealed record Meeting(int Index, int Dot, double AlongMetres, Estimate AsideMetres, Estimate ByRadar, TwoFinds? Depth)
{
    /// <summary>True where both may lie in one place.</summary>
    public bool IsPlaceAgreed => Math.Abs(AsideMetres.Value) <= AsideMetres.HalfWidth;

    /// <summary>True where nothing speaks against their being one.</summary>
    public bool IsAgreed => IsPlaceAgreed && Depth is null or { IsAgreed: true };
}
