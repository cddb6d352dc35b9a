namespace GentleMole.Web.Live;

/// <summary>What has come on a job since it was last told.</summary>
/// <param name="Strips">Strips with something new.</param>
/// <param name="Sheet">The sheet itself has changed.</param>
internal sealed record LiveNews(IReadOnlyList<StripNews> Strips, bool Sheet)
{
    public bool IsNothing => Strips.Count == 0 && !Sheet;
}
