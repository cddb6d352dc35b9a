using System.Diagnostics;

namespace GentleMole.Exchange.Tests;

/// <summary>Programs that are not ours, from Debian's packages: they open what was written.</summary>
internal static class ForeignProgram
{
    /// <summary>What it said; it must not complain.</summary>
    public static string Run(string program, params string[] arguments)
    {
        var (code, said) = Try(program, arguments);
        Assert.True(code == 0, said);
        return said;
    }

    public static (int Code, string Said) Try(string program, params string[] arguments)
    {
        using var process = Process.Start(new ProcessStartInfo(program, arguments) { RedirectStandardOutput = true, RedirectStandardError = true })!;
        var error = process.StandardError.ReadToEndAsync();
        var said = process.StandardOutput.ReadToEnd() + error.Result;
        process.WaitForExit();
        return (process.ExitCode, said);
    }

    /// <summary>Words of a printed document, page after page.</summary>
    public static string Words(byte[] pdf) => OfFile(pdf, file => Run("pdftotext", "-layout", file, "-"));

    /// <summary>Words with their boxes in points, as a document in the reader's own form.</summary>
    public static string Boxes(byte[] pdf) => OfFile(pdf, file => Run("pdftotext", "-bbox", file, "-"));

    /// <summary>Fonts of a printed document, a line each.</summary>
    public static string Fonts(byte[] pdf) => OfFile(pdf, file => Run("pdffonts", file));

    private static string OfFile(byte[] content, Func<string, string> read)
    {
        var file = Path.GetTempFileName();
        try
        {
            File.WriteAllBytes(file, content);
            return read(file);
        }
        finally
        {
            File.Delete(file);
        }
    }
}
