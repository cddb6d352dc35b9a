using System.IO.Compression;
using System.Net;
using System.Text;
using GentleMole.Exchange.Tests;

namespace GentleMole.Web.Tests.Stages;

/// <summary>The evidence of a job, checked by its own script in an interpreter that is not ours, whole and altered.</summary>
public sealed class EvidencePackTests(MoleHost host) : IClassFixture<MoleHost>, IDisposable
{
    private readonly string _directory = Directory.CreateTempSubdirectory("mole-pack-").FullName;

    private async Task<(int Code, string Said)> CheckedAsync(int job, Action? alter = null)
    {
        var answer = await host.Browser("jem").GetAsync(new Uri($"/jobs/{job}/evidence.zip", UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Equal("application/zip", answer.Content.Headers.ContentType!.MediaType);
        await using var stream = await answer.Content.ReadAsStreamAsync();
        await ZipFile.ExtractToDirectoryAsync(stream, _directory, overwriteFiles: true);
        alter?.Invoke();
        return ForeignProgram.Try("/usr/bin/python3", Path.Combine(_directory, "check.py"));
    }

    private void Alter(string file, string from, string to)
    {
        var path = Path.Combine(_directory, file);
        var text = File.ReadAllText(path);
        Assert.Contains(from, text, StringComparison.Ordinal);
        File.WriteAllText(path, text.Replace(from, to, StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    [InlineData(5)]
    public async Task It_holds_together_and_its_code_is_that_of_the_sheet(int job)
    {
        var (code, said) = await CheckedAsync(job);
        Assert.True(code == 0, said);
        var (_, page) = await host.Browser("jem").PageAsync($"/jobs/{job}/handover");
        Assert.Contains("Code of the sheet: " + page.QuerySelector("[data-code]")!.TextContent, said, StringComparison.Ordinal);
        Assert.Equal(["check.py", "log", "manifest.json", "photos", "readings.csv", "README.txt", "sheet"],
            Directory.GetFileSystemEntries(_directory).Select(f => Path.GetFileName(f)!).Append("photos").Distinct().Order(StringComparer.OrdinalIgnoreCase));
        Assert.Contains("page 1 of", ForeignProgram.Words(await File.ReadAllBytesAsync(Path.Combine(_directory, "sheet", "handover.pdf"))), StringComparison.Ordinal);
        Assert.Contains("Feature Count", ForeignProgram.Run("ogrinfo", "-al", "-so", Path.Combine(_directory, "sheet", $"job-{job}.gpkg")), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Who_alters_a_word_of_the_log_is_found_even_when_the_list_of_files_is_altered_too()
    {
        var (code, said) = await CheckedAsync(3, () =>
        {
            Alter("log/log.jsonl", "Jem Trewin", "Jem Trewon");
            var hash = Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData(File.ReadAllBytes(Path.Combine(_directory, "log", "log.jsonl"))));
            var manifest = File.ReadAllText(Path.Combine(_directory, "manifest.json"));
            var at = manifest.IndexOf("log/log.jsonl\":\"", StringComparison.Ordinal) + 16;
            File.WriteAllText(Path.Combine(_directory, "manifest.json"), manifest[..at] + hash + manifest[(at + 64)..]);
        });
        Assert.Equal(1, code);
        Assert.Contains("it was altered", said, StringComparison.Ordinal);
        Assert.DoesNotContain("not the file that was packed", said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Sheets_that_went_out_are_in_it_with_who_signed_and_who_alters_one_is_found()
    {
        var jem = host.Browser("jem");
        await jem.SendAsync("/jobs/3/handover", "", ("given", "Jem Trewin"), ("givenSign", "M1,2L30,40"), ("changeWhy", "goes out"));
        await jem.SendAsync("/jobs/3/handover", "Take", ("taken", "Bo Carne"));
        var (code, said) = await CheckedAsync(3);
        Assert.True(code == 0, said);
        var number = (await host.SheetAsync(3)).LastHanded!.Number;
        Assert.Contains("\"takenBy\":\"Bo Carne\"", await File.ReadAllTextAsync(Path.Combine(_directory, "sheet", "handed", $"{number}.json")), StringComparison.Ordinal);

        (code, said) = await CheckedAsync(3, () =>
        {
            Alter($"sheet/handed/{number}.json", "Bo Carne", "Al Carne");
            Alter($"sheet/handed/{number}.facts.txt", ";Marked", ";Clear");
        });
        Assert.Equal(1, code);
        Assert.Contains($"sheet {number} does not claim what its code says", said, StringComparison.Ordinal);
        Assert.Contains($"sheet {number} is not the one that the log tells of", said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task An_altered_or_missing_file_is_named()
    {
        var (code, said) = await CheckedAsync(3, () =>
        {
            File.AppendAllText(Path.Combine(_directory, "readings.csv"), "x");
            File.Delete(Path.Combine(_directory, "sheet", "job-3.kml"));
        });
        Assert.Equal(1, code);
        Assert.Contains("readings.csv is not the file", said, StringComparison.Ordinal);
        Assert.Contains("job-3.kml is missing", said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Of_other_jobs_it_holds_nothing_but_bare_hashes_and_a_reader_of_others_gets_none()
    {
        await CheckedAsync(3);
        var log = await File.ReadAllTextAsync(Path.Combine(_directory, "log", "log.jsonl"), Encoding.UTF8);
        Assert.All(log.Split('\n', StringSplitOptions.RemoveEmptyEntries), l => Assert.Contains("\"job\":3,", l, StringComparison.Ordinal));
        Assert.All(await File.ReadAllLinesAsync(Path.Combine(_directory, "log", "chain.txt")), l => Assert.Matches("^[0-9]+ [0-9a-f]{64}$", l));
        Assert.Equal(HttpStatusCode.NotFound, (await host.Browser("quill").GetAsync(new Uri("/jobs/4/evidence.zip", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await host.Browser("jem").GetAsync(new Uri("/jobs/99/evidence.zip", UriKind.Relative))).StatusCode);
        Assert.Equal(HttpStatusCode.Redirect, (await host.Browser(null).GetAsync(new Uri("/jobs/3/evidence.zip", UriKind.Relative))).StatusCode);
    }

    public void Dispose() => Directory.Delete(_directory, true);
}
