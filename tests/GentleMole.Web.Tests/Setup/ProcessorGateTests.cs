using GentleMole.Web.Setup;

namespace GentleMole.Web.Tests.Setup;

/// <summary>Heavy work is done one at a time, and what nobody waits for gives way.</summary>
public class ProcessorGateTests
{
    [Fact]
    public async Task One_at_a_time()
    {
        using var gate = new ProcessorGate();
        var (inside, most) = (0, 0);
        await Task.WhenAll(Enumerable.Range(0, 20).Select(_ => gate.RunAsync(
            () =>
            {
                most = Math.Max(most, Interlocked.Increment(ref inside));
                Thread.Sleep(2);
                return Interlocked.Decrement(ref inside);
            },
            default)));

        Assert.Equal(1, most);
    }

    [Fact]
    public async Task What_nobody_waits_for_gives_way_and_is_done_after_all()
    {
        using var gate = new ProcessorGate();
        var (begun, order) = (new TaskCompletionSource(), new List<string>());
        var goes = 0;
        var later = gate.RunYieldingAsync(yielding =>
        {
            begun.TrySetResult();
            if (Interlocked.Increment(ref goes) == 1)
            {
                // Would go on for ever if nobody came.
                yielding.WaitHandle.WaitOne(TimeSpan.FromSeconds(20));
                yielding.ThrowIfCancellationRequested();
            }

            lock (order)
            {
                order.Add("later");
            }

            return 2;
        });
        await begun.Task;
        await gate.RunAsync(
            () =>
            {
                lock (order)
                {
                    order.Add("first");
                }

                return 1;
            },
            default);

        Assert.Equal(2, await later);
        Assert.Equal(["first", "later"], order);
        Assert.Equal(2, goes);
    }

    [Fact]
    public async Task What_was_given_up_while_it_waited_is_not_begun_and_the_gate_stays_open()
    {
        using var gate = new ProcessorGate();
        using var given = new CancellationTokenSource();
        using var hold = new ManualResetEventSlim();
        var first = gate.RunAsync(() => hold.Wait(TimeSpan.FromSeconds(20)), default);
        var second = gate.RunAsync<int>(() => throw new InvalidOperationException("begun"), given.Token);
        await given.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => second);
        hold.Set();
        Assert.True(await first);
        await Assert.ThrowsAsync<InvalidOperationException>(() => gate.RunAsync<int>(() => throw new InvalidOperationException(), default));
        Assert.Equal(3, await gate.RunAsync(() => 3, default));
    }
}
