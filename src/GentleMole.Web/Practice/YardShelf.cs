using GentleMole.Core.Yards;

namespace GentleMole.Web.Practice;

/// <summary>All yards that may be played.</summary>
/// <param name="shipped">Those that ship.</param>
internal sealed class YardShelf(IReadOnlyList<Yard> shipped)
{
    /// <summary>Those that ship, then those of the firm.</summary>
    public Task<IReadOnlyList<Yard>> AllAsync(CancellationToken cancellation) => Task.FromResult(shipped);

    /// <summary>One of them; null where there is none of that code.</summary>
    public Task<Yard?> FindAsync(string code, CancellationToken cancellation) => Task.FromResult(shipped.FirstOrDefault(y => y.Code == code));
}
