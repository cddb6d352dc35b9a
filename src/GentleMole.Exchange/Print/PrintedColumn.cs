namespace GentleMole.Exchange.Print;

/// <summary>A column of a printed table.</summary>
/// <param name="Share">Of the width, beside the shares of the others.</param>
/// <param name="IsFigure">Set to the right, as figures are.</param>
public sealed record PrintedColumn(string Head, double Share, bool IsFigure = false);
