using System.Diagnostics;
using System.Text;
using GentleMole.Core;
using GentleMole.Exchange.Drawings;
using OwnersDrawing = GentleMole.Exchange.Drawings.Drawing;

namespace GentleMole.Web.Stages;

/// <summary>
/// Reads one drawing in a process of its own: this same program, with another command. Whatever a file does to it (takes
/// all the time or memory, ends it), the application goes on, and the process is ended with its reader.
/// </summary>
internal static class DrawingChild
{
    /// <summary>The command by which the program is asked for this.</summary>
    public const string Command = "read-drawing";

    private const int MostHeap = 220_000_000;
    private const int RefusedExit = 3;
    private const int OutOfMemoryExit = 4;
    private static readonly TimeSpan Look = TimeSpan.FromMilliseconds(25);

    /// <summary>What the other process does: reads the file, writes what it found to its output, ends.</summary>
    public static int Run(string path, string name)
    {
        // Whoever asked holds the input open; when it is shut, nobody waits any more.
        new Thread(() =>
        {
            Console.OpenStandardInput().ReadByte();
            Process.GetCurrentProcess().Kill();
        }) { IsBackground = true }.Start();
        using var output = Console.OpenStandardOutput();
        try
        {
            var read = DrawingReader.Read(path, name);
            if (read.IsGood)
            {
                using var buffered = new BufferedStream(output, 1 << 16);
                DrawingCodec.Write(read.Value, buffered);
                return 0;
            }

            output.Write(Encoding.UTF8.GetBytes(read.Errors[0].Sentence));
            return RefusedExit;
        }
        catch (OutOfMemoryException)
        {
            return OutOfMemoryExit;
        }
    }

    /// <summary>Reads a file in another process; a refusal at <c>file</c>. Ended when the caller leaves.</summary>
    public static async Task<Result<OwnersDrawing>> ReadAsync(string path, string name, ChildLimits limits, CancellationToken cancellation)
    {
        using var child = Start(path, name);
        var output = CollectAsync(child.StandardOutput.BaseStream);
        string? ended;
        try
        {
            ended = await WatchAsync(child, limits, cancellation);
        }
        finally
        {
            End(child);
        }

        var content = await output;
        if (ended is not null || content is null)
        {
            return DrawingReader.Refusal(name, ended ?? "It holds too much. Cut out the part round the site.");
        }

        try
        {
            return child.ExitCode switch
            {
                0 => DrawingCodec.Read(content),
                RefusedExit => new FieldError("file", Encoding.UTF8.GetString(content)),
                OutOfMemoryExit => DrawingReader.Refusal(name, TooMuchMemory),
                _ => DrawingReader.Refusal(name, "It is damaged, or made so that no program can read it."),
            };
        }
        catch (InvalidDataException)
        {
            return DrawingReader.Refusal(name, "It is damaged.");
        }
    }

    private const string TooMuchMemory = "It takes more memory than a drawing may. Cut out the part round the site, or ask for it in another format.";

    private static Process Start(string path, string name)
    {
        var start = new ProcessStartInfo(Environment.ProcessPath is { } own && Path.GetFileNameWithoutExtension(own) == "dotnet" ? own : "dotnet",
            [typeof(DrawingChild).Assembly.Location, Command, path, name])
        {
            RedirectStandardInput = true, RedirectStandardOutput = true, WorkingDirectory = Path.GetDirectoryName(path),
        };

        // It needs to know nothing of ours: no addresses, no keys.
        var (root, way) = (start.Environment.TryGetValue("DOTNET_ROOT", out var r) ? r : null, start.Environment.TryGetValue("PATH", out var p) ? p : null);
        start.Environment.Clear();
        foreach (var (variable, value) in new[]
        {
            ("PATH", way), ("DOTNET_ROOT", root), ("DOTNET_GCHeapHardLimit", MostHeap.ToString("x", System.Globalization.CultureInfo.InvariantCulture)),
            ("DOTNET_gcConcurrent", "0"), ("DOTNET_EnableDiagnostics", "0"), ("DOTNET_DbgEnableMiniDump", "0"), ("DOTNET_SYSTEM_GLOBALIZATION_INVARIANT", "1"),
        })
        {
            if (value is not null)
            {
                start.Environment[variable] = value;
            }
        }

        var child = Process.Start(start)!;
        try
        {
            child.PriorityClass = ProcessPriorityClass.BelowNormal;
        }
        catch (Exception error) when (error is InvalidOperationException or System.ComponentModel.Win32Exception)
        {
            // It was quick.
        }

        return child;
    }

    /// <summary>Waits for its end; gives a sentence when it had to be ended.</summary>
    private static async Task<string?> WatchAsync(Process child, ChildLimits limits, CancellationToken cancellation)
    {
        var began = Stopwatch.GetTimestamp();
        var end = child.WaitForExitAsync(cancellation);
        while (await Task.WhenAny(end, Task.Delay(Look, cancellation)) != end)
        {
            cancellation.ThrowIfCancellationRequested();
            child.Refresh();
            if (child.HasExited)
            {
                break;
            }

            try
            {
                if (child.WorkingSet64 > limits.Memory)
                {
                    return TooMuchMemory;
                }

                if (child.TotalProcessorTime > limits.Work || Stopwatch.GetElapsedTime(began) > limits.Time)
                {
                    return "It takes too long to read: it is damaged, or made so. Cut out the part round the site, or ask for it in another format.";
                }
            }
            catch (InvalidOperationException)
            {
                break;
            }
        }

        await end;
        return null;
    }

    private static void End(Process child)
    {
        try
        {
            child.Kill();
            child.WaitForExit();
        }
        catch (InvalidOperationException)
        {
            // It has ended.
        }
    }

    /// <summary>Everything it writes; null when that is more than a drawing can be.</summary>
    private static async Task<byte[]?> CollectAsync(Stream from)
    {
        using var kept = new MemoryStream();
        var buffer = new byte[1 << 16];
        int read;
        var isTooMuch = false;
        while ((read = await from.ReadAsync(buffer)) > 0)
        {
            isTooMuch |= kept.Length + read > DrawingCodec.MostBytes;
            if (!isTooMuch)
            {
                kept.Write(buffer, 0, read);
            }
        }

        return isTooMuch ? null : kept.ToArray();
    }
}
