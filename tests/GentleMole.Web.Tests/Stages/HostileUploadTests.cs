using System.Diagnostics;
using System.Net;
using GentleMole.Exchange.Tests;
using GentleMole.Web.Stages;

namespace GentleMole.Web.Tests.Stages;

/// <summary>Files from outsiders that are made to hurt: sent as a browser sends them, read in a process that is ended with its reader.</summary>
[Collection("works all processors")]
public sealed class HostileUploadTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _office = host.Browser("bea");

    public static TheoryData<string> Names => [.. HostileFiles.Drawings.Keys];

    [Theory]
    [MemberData(nameof(Names))]
    public async Task It_is_answered_with_a_page_and_every_view_of_it_is_quick(string name)
    {
        var content = HostileFiles.Drawings[name]();
        var began = Stopwatch.GetTimestamp();
        var (response, page) = await _office.SendFileAsync("/jobs/2/records", "Upload", ("file", name, content));
        if (response.StatusCode == HttpStatusCode.Redirect)
        {
            var before = GC.GetTotalAllocatedBytes();
            Assert.Equal(HttpStatusCode.OK, (await _office.PageAsync(response.Headers.Location!.ToString())).Status);
            Assert.InRange(GC.GetTotalAllocatedBytes() - before, 0, 300_000_000);
        }
        else
        {
            Assert.Equal(HttpStatusCode.OK, response.StatusCode);
            Assert.NotNull(page.Complaint("file"));
        }

        // The limit of the other process is four seconds of its own work; a busy machine may take longer to give them.
        Assert.InRange(Stopwatch.GetElapsedTime(began).TotalSeconds, 0, 25);
        Assert.Equal([], Directory.GetFiles(Path.Combine(host.DataDirectory, "imports"), ".scratch*"));
        Assert.Equal(HttpStatusCode.OK, (await _office.PageAsync("/jobs/2/records")).Status);
    }

    [Theory]
    [InlineData(0.0, 20, 280, "too long")]
    [InlineData(4, 0.0, 280, "too long")]
    [InlineData(4, 20, 1, "memory")]
    public async Task Who_takes_more_than_is_given_is_ended_and_told(double work, double time, long megabytes, string part)
    {
        var path = Path.Combine(host.DataDirectory, $"star-{Guid.NewGuid():N}.dxf");
        await File.WriteAllBytesAsync(path, HostileFiles.Drawings["many-layers.dxf"]());
        var read = await DrawingChild.ReadAsync(path, "star.dxf", new ChildLimits(TimeSpan.FromSeconds(work), TimeSpan.FromSeconds(time), megabytes * 1_000_000), default);

        Assert.Contains(part, read.Errors.Single().Sentence, StringComparison.Ordinal);
        Assert.Equal([], Readers(path));
    }

    [Fact]
    public async Task Who_leaves_ends_the_reading()
    {
        var path = Path.Combine(host.DataDirectory, "left.json");
        await File.WriteAllBytesAsync(path, HostileFiles.Drawings["empty-features.json"]());
        using var leaving = new CancellationTokenSource();
        var reading = DrawingChild.ReadAsync(path, "left.json", ChildLimits.Usual, leaving.Token);
        while (Readers(path).Count == 0 && !reading.IsCompleted)
        {
            await Task.Delay(1);
        }

        await leaving.CancelAsync();

        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => reading);
        Assert.Equal([], Readers(path));
    }

    [Fact]
    public async Task Two_are_read_at_once_and_the_others_know_how_many_are_before_them()
    {
        var path = Path.Combine(host.DataDirectory, "queue.json");
        await File.WriteAllBytesAsync(path, HostileFiles.Drawings["corners.json"]());
        using var room = new ReadingRoom();
        var ids = Enumerable.Range(0, 5).Select(_ => Guid.NewGuid()).ToList();
        var readings = ids.Select(id => room.ReadAsync(id, path, "queue.json", default)).ToList();

        Assert.Equal([0, 0, 1, 2, 3], ids.Select(id => room.Before(id)));
        Assert.InRange(Readers(path).Count, 0, 2);
        await Task.WhenAll(readings);
        Assert.Null(room.Before(ids[0]));
    }

    [Fact]
    public async Task The_reader_of_a_program_that_was_killed_ends_by_itself()
    {
        var path = Path.Combine(host.DataDirectory, "orphan.json");
        await File.WriteAllBytesAsync(path, HostileFiles.Drawings["corners.json"]());
        using var child = Process.Start(new ProcessStartInfo("dotnet", [typeof(DrawingChild).Assembly.Location, DrawingChild.Command, "/dev/zero", "x.dxf"])
        {
            RedirectStandardInput = true, RedirectStandardOutput = true,
        })!;
        child.StandardInput.Close();

        Assert.True(child.WaitForExit(20_000));
    }

    /// <summary>Processes that read this file.</summary>
    private static List<string> Readers(string path) => [.. Directory.GetDirectories("/proc").Where(p => char.IsDigit(Path.GetFileName(p)[0])).Where(p =>
    {
        try
        {
            return File.ReadAllText(Path.Combine(p, "cmdline")).Contains($"{DrawingChild.Command}\0{path}", StringComparison.Ordinal);
        }
        catch (IOException)
        {
            return false;
        }
    })];
}
