using System.Net;
using System.Net.Http.Headers;
using System.Text.Json;
using GentleMole.Store.Log;
using GentleMole.Store;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests.Api;

/// <summary>Radar over HTTP: calibration, profiles in and out, what they show, and what a stranger gets wrong.</summary>
public class RadarApiTests(MoleHost host) : IClassFixture<MoleHost>
{
    private const string Profiles = "/api/v1/radar/profiles";
    private const string Bench = "/api/v1/bench/radar/";

    private static byte[] Worked(string name) => File.ReadAllBytes(Path.Combine(AppContext.BaseDirectory, "reference", "radar", $"{name}.sgy"));

    private static MultipartFormDataContent Form(byte[] file, string? unit = null, bool unitLast = false)
    {
        var form = new MultipartFormDataContent();
        void Unit()
        {
            if (unit is not null)
            {
                form.Add(new StringContent(unit), "sampleIntervalUnit");
            }
        }

        if (!unitLast)
        {
            Unit();
        }

        form.Add(new ByteArrayContent(file) { Headers = { ContentType = new MediaTypeHeaderValue("application/octet-stream") } }, "file", "line 7.sgy");
        if (unitLast)
        {
            Unit();
        }

        return form;
    }

    private async Task<JsonElement> SentAsync(string name)
    {
        var response = await host.Device().PostAsync(Profiles, Form(Worked(name)));
        Assert.Equal(HttpStatusCode.Created, response.StatusCode);
        return await response.JsonAsync();
    }

    private static string[] Fields(JsonElement problem) => [.. problem.GetProperty("errors").EnumerateObject().Select(p => p.Name)];

    [Theory]
    [InlineData("easy")]
    [InlineData("medium")]
    [InlineData("cluttered")]
    public async Task A_worked_profile_is_kept_searched_and_given_back_as_it_came(string name)
    {
        using var truth = JsonDocument.Parse(File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "reference", "radar", $"{name}.truth.json")));
        var sent = await SentAsync(name);
        Assert.Equal(truth.RootElement.GetProperty("traces").GetInt32(), sent.GetProperty("traces").GetInt32());
        Assert.Equal(truth.RootElement.GetProperty("lengthMetres").GetDouble(), sent.GetProperty("lengthMetres").GetDouble(), 1e-9);
        Assert.Equal(truth.RootElement.GetProperty("windowNanoseconds").GetDouble(), sent.GetProperty("windowNanoseconds").GetDouble(), 1e-9);
        var id = sent.GetProperty("id").GetString();

        var answer = await (await host.Device().GetAsync($"{Profiles}/{id}/targets")).JsonAsync();
        var targets = answer.GetProperty("targets").EnumerateArray().ToList();
        var visible = truth.RootElement.GetProperty("targets").EnumerateArray().Where(t => t.GetProperty("visible").GetBoolean()).ToList();
        foreach (var body in visible)
        {
            var cover = body.GetProperty("coverMetres").GetDouble();
            Assert.Contains(targets, t => Math.Abs(t.GetProperty("alongMetres").GetDouble() - body.GetProperty("alongMetres").GetDouble()) < 0.15
                && Math.Abs(t.GetProperty("coverMetres").GetDouble() - cover) < 0.06 * cover && t.GetProperty("polarity").GetString() == body.GetProperty("polarity").GetString());
        }

        Assert.InRange(targets.Count, visible.Count, visible.Count + 1);
        var back = await host.Device().GetByteArrayAsync($"{Profiles}/{id}/file.sgy");
        var came = Worked(name);
        for (var at = 3600 + 240; at < came.Length; at += 240 + 2048)
        {
            Assert.True(came.AsSpan(at, 2048).SequenceEqual(back.AsSpan(at, 2048)));
        }
    }

    [Fact]
    public async Task Steps_are_done_in_their_order_and_unknown_ones_are_named()
    {
        var id = (await SentAsync("easy")).GetProperty("id").GetString();
        var plain = await host.Device().GetByteArrayAsync($"{Profiles}/{id}/file.sgy");
        var one = await host.Device().GetByteArrayAsync($"{Profiles}/{id}/file.sgy?steps=dewow,background,gain");
        var other = await host.Device().GetByteArrayAsync($"{Profiles}/{id}/file.sgy?steps=gain,background,dewow");
        Assert.Equal((plain.Length, plain.Length), (one.Length, other.Length));
        Assert.False(plain.AsSpan(3600).SequenceEqual(one.AsSpan(3600)) || one.AsSpan(3600).SequenceEqual(other.AsSpan(3600)));
        var all = await host.Device().GetAsync($"{Profiles}/{id}/file.sgy?steps=timezero,dewow,bandpass,background,gain,agc,envelope,migrate");
        Assert.Equal(HttpStatusCode.OK, all.StatusCode);
        var refused = await host.Device().GetAsync($"{Profiles}/{id}/file.sgy?steps=dewow,polish");
        Assert.Equal(HttpStatusCode.BadRequest, refused.StatusCode);
        Assert.Contains("migrate", (await refused.JsonAsync()).GetProperty("errors").GetProperty("steps")[0].GetString(), StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("targets?velocity=0.005")]
    [InlineData("targets?velocity=0.3")]
    [InlineData("targets?velocity=NaN")]
    [InlineData("targets?velocity=fast")]
    [InlineData("targets?velocity=1e400")]
    [InlineData("file.sgy?steps=,x,")]
    public async Task What_no_ground_is_like_is_refused(string asked)
    {
        var id = (await SentAsync("easy")).GetProperty("id").GetString();
        var response = await host.Device().GetAsync($"{Profiles}/{id}/{asked}");
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Equal("application/problem+json", response.Content.Headers.ContentType!.MediaType);
    }

    [Fact]
    public async Task Files_that_are_none_are_refused_and_nothing_of_them_is_kept()
    {
        var before = await host.StoreAsync(db => db.Profiles.CountAsync());
        var cut = await host.Device().PostAsync(Profiles, Form(Worked("easy")[..100_000]));
        Assert.Equal((HttpStatusCode.BadRequest, "file"), (cut.StatusCode, Fields(await cut.JsonAsync()).Single()));
        var text = await host.Device().PostAsync(Profiles, Form("hello"u8.ToArray()));
        Assert.Equal("file", Fields(await text.JsonAsync()).Single());
        var silent = Worked("easy");
        Array.Fill(silent, (byte)' ', 0, 3200);
        var noUnit = await host.Device().PostAsync(Profiles, Form(silent));
        Assert.Equal("sampleIntervalUnit", Fields(await noUnit.JsonAsync()).Single());
        Assert.Equal("sampleIntervalUnit", Fields(await (await host.Device().PostAsync(Profiles, Form(silent, "hours"))).JsonAsync()).Single());
        Assert.Equal("file", Fields(await (await host.Device().PostAsync(Profiles, new MultipartFormDataContent { { new StringContent("picoseconds"), "sampleIntervalUnit" } })).JsonAsync()).Single());
        Assert.Equal(HttpStatusCode.UnsupportedMediaType, (await host.Device().PostAsync(Profiles, new StringContent("{}"))).StatusCode);
        var broken = new ByteArrayContent("--xx\r\nnonsense"u8.ToArray());
        broken.Headers.ContentType = MediaTypeHeaderValue.Parse("multipart/form-data; boundary=xx");
        Assert.Equal(HttpStatusCode.BadRequest, (await host.Device().PostAsync(Profiles, broken)).StatusCode);
        Assert.Equal(before, await host.StoreAsync(db => db.Profiles.CountAsync()));
        Assert.Empty(Directory.GetFiles(host.DataDirectory, ".scratch*"));

        // The unit may stand before the file or behind it.
        Assert.Equal(HttpStatusCode.Created, (await host.Device().PostAsync(Profiles, Form(silent, "picoseconds"))).StatusCode);
        Assert.Equal(HttpStatusCode.Created, (await host.Device().PostAsync(Profiles, Form(silent, "picoseconds", unitLast: true))).StatusCode);
    }

    [Fact]
    public async Task A_body_that_announces_too_much_is_refused_before_it_comes()
    {
        using var announced = new StringContent("--xx");
        announced.Headers.ContentType = MediaTypeHeaderValue.Parse("multipart/form-data; boundary=xx");
        announced.Headers.ContentLength = 600_000_000;
        var request = new HttpRequestMessage(HttpMethod.Post, Profiles) { Content = announced };
        var response = await host.Device().SendAsync(request, HttpCompletionOption.ResponseHeadersRead);
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, response.StatusCode);
        Assert.Contains("512 MB", (await response.JsonAsync()).GetProperty("detail").GetString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Who_is_not_known_or_asks_for_what_is_not_there_is_told()
    {
        Assert.Equal(HttpStatusCode.Unauthorized, (await host.CreateClient().PostAsync(Profiles, Form(Worked("easy")))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await host.Device().GetAsync($"{Profiles}/{Guid.NewGuid()}/targets")).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, (await host.Device().GetAsync($"{Profiles}/7/file.sgy")).StatusCode);
    }

    [Fact]
    public async Task Traces_that_were_altered_or_are_gone_are_named_by_the_check()
    {
        var id = Guid.Parse((await SentAsync("medium")).GetProperty("id").GetString()!);
        var file = host.Services.GetRequiredService<StoreFile>();
        var path = file.Folder.RadarFile(id);
        var verdict = await LogChain.VerifyAsync(file);
        Assert.True(verdict.IsWhole, $"{verdict.Difference}");
        Assert.True(verdict.Profiles > 0);

        var bytes = await File.ReadAllBytesAsync(path);
        bytes[^9] ^= 1;
        await File.WriteAllBytesAsync(path, bytes);
        Assert.Equal($"RadarRecord:{id}", (await LogChain.VerifyAsync(file)).Difference!.Subject);
        File.Delete(path);
        Assert.Equal($"RadarRecord:{id}", (await LogChain.VerifyAsync(file)).Difference!.Subject);
        Assert.Equal(HttpStatusCode.NotFound, (await host.Device().GetAsync($"{Profiles}/{id}/targets")).StatusCode);
        bytes[^9] ^= 1;
        await File.WriteAllBytesAsync(path, bytes);
        Assert.True((await LogChain.VerifyAsync(file)).IsWhole);
    }

    [Fact]
    public async Task A_curve_and_a_wheel_are_answered()
    {
        var picks = string.Join(',', Enumerable.Range(-5, 11).Select(i => FormattableString.Invariant($$"""{"alongMetres":{{2 + (0.1 * i)}},"timeNanoseconds":{{3 + (2 / 0.1 * (Math.Sqrt((0.01 * i * i) + 0.49) - 0.05))}}}""")));
        var curve = await (await host.Device().PostTextAsync(Bench + "hyperbola", $$"""{"picks":[{{picks}}],"pipeRadiusMetres":0.05,"timeZeroNanoseconds":3}""")).JsonAsync();
        Assert.Equal(0.1, curve.GetProperty("velocityMetresPerNanosecond").GetDouble(), 1e-6);
        Assert.Equal(0.65, curve.GetProperty("coverMetres").GetDouble(), 1e-5);
        Assert.Equal(2, curve.GetProperty("alongMetres").GetDouble(), 1e-5);
        Assert.Equal(8.98755, curve.GetProperty("permittivity").GetDouble(), 1e-3);
        Assert.InRange(curve.GetProperty("velocityUncertaintyMetresPerNanosecond").GetDouble(), 0, 1e-4);

        var wheel = await (await host.Device().PostTextAsync(Bench + "wheel", """{"trueMetres":10,"countedMetres":[10.2,10.21,10.19]}""")).JsonAsync();
        Assert.Equal(10 / 10.2, wheel.GetProperty("factor").GetDouble(), 1e-9);
        Assert.Equal("sound", wheel.GetProperty("verdict").GetString());
        Assert.Equal(0.01 * 10 / 10.2, wheel.GetProperty("scatterMetresPerTenMetres").GetDouble(), 1e-9);
    }

    [Theory]
    [InlineData("hyperbola", "{}", "picks")]
    [InlineData("hyperbola", """{"picks":[{"alongMetres":0,"timeNanoseconds":5}]}""", "picks")]
    [InlineData("hyperbola", """{"picks":[{"alongMetres":0,"timeNanoseconds":5},{"alongMetres":1e300,"timeNanoseconds":5},{"timeNanoseconds":5},null]}""", "picks[1].alongMetres,picks[2].alongMetres,picks[3]")]
    [InlineData("hyperbola", """{"picks":[],"crossingDegrees":0,"pipeRadiusMetres":-1}""", "crossingDegrees,pipeRadiusMetres")]
    [InlineData("wheel", "{}", "countedMetres,trueMetres")]
    [InlineData("wheel", """{"trueMetres":10,"countedMetres":[10,null]}""", "countedMetres[1]")]
    [InlineData("wheel", """{"trueMetres":5e-324,"countedMetres":[10]}""", "trueMetres")]
    [InlineData("wheel", """{"trueMetres":10,"countedMetres":[1e-10]}""", "countedMetres[0]")]
    public async Task Wrong_entries_are_named(string what, string body, string fields)
    {
        var response = await host.Device().PostTextAsync(Bench + what, body);
        Assert.Equal(HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Equal(fields.Split(','), Fields(await response.JsonAsync()).Order());
    }
}
