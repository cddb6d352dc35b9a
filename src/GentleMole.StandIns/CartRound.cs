namespace GentleMole.StandIns;

/// <summary>SIMULATED radar cart that is pushed over one line after the other.</summary>
public sealed class CartRound(HttpClient api, IReadOnlyList<CartOrder> orders) : SimulatedDevice(orders[0].JobId, orders[0].Seed)
{
    private static readonly TimeSpan Look = TimeSpan.FromMilliseconds(150);

    /// <inheritdoc/>
    public override async Task WalkAsync(TimeSpan pause, CancellationToken cancellation)
    {
        var carts = orders.Select(o => new RadarCart(api, o)).ToList();
        for (var i = 0; i < carts.Count && Progress.Trouble.Length == 0; i++)
        {
            var walk = carts[i].WalkAsync(pause, cancellation);
            do
            {
                await Task.WhenAny(walk, Task.Delay(Look, CancellationToken.None));
                Sum(carts, orders.Skip(i + 1).Sum(o => o.Ground.Traces));
            }
            while (!walk.IsCompleted);
            await walk;
        }

        Tell(p => p with { Ended = true });
    }

    /// <param name="ahead">Traces of lines that are not begun; a few of them the wheel will lose.</param>
    private void Sum(IReadOnlyList<RadarCart> carts, int ahead)
    {
        var all = carts.Select(c => c.Progress).ToList();
        Tell(_ => new WalkProgress(
            all.Sum(p => p.Readings) + ahead, all.Sum(p => p.Delivered), all.Sum(p => p.Repeated), all.Sum(p => p.Dropped), all.Sum(p => p.Late), false, all.Find(p => p.Trouble.Length > 0)?.Trouble ?? ""));
    }
}
