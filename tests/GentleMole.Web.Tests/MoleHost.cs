using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json;
using AngleSharp.Html.Dom;
using AngleSharp.Html.Parser;
using GentleMole.Store;
using GentleMole.Web.Sheet;
using GentleMole.Web.Trust;
using GentleMole.Web.Words;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests;

/// <summary>The whole application on a directory of its own, with the demo's data.</summary>
public class MoleHost : WebApplicationFactory<Program>
{
    public string DataDirectory { get; } = Directory.CreateTempSubdirectory("mole-test-").FullName;

    protected virtual bool Demo => true;

    /// <summary>Key that signs the log, outside the data.</summary>
    public string HeadKey => KeyBeside(DataDirectory);

    public static string KeyBeside(string directory) => Path.Combine(directory + ".key", "key.pem");

    public HttpClient Device(string? token = "demo-field-token")
    {
        var client = CreateClient(new WebApplicationFactoryClientOptions { AllowAutoRedirect = false });
        if (token is not null)
        {
            client.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", token);
        }

        return client;
    }

    /// <summary>A browser in which one of the demo's people has signed in; nobody for null.</summary>
    public HttpClient Browser(string? who = "orla", bool redirects = false)
    {
        var client = CreateClient(new WebApplicationFactoryClientOptions { AllowAutoRedirect = redirects });
        if (who is not null)
        {
            // Tests read better when a browser is simply there; the door is tested on its own.
            Task.Run(() => SignInAsync(client, who)).GetAwaiter().GetResult();
        }

        return client;
    }

    private static async Task SignInAsync(HttpClient client, string who)
    {
        var page = await client.PageAsync("/sign-in");
        await client.PostAsync(new Uri("/sign-in?handler=Demo", UriKind.Relative), new FormUrlEncodedContent(new Dictionary<string, string>
        {
            ["who"] = who, ["__RequestVerificationToken"] = page.Page.Token(),
        }));
    }

    /// <summary>Accepts the cautions of a job, as everybody must before field work.</summary>
    public static async Task AcceptCautionsAsync(HttpClient browser, int job)
    {
        var (_, page) = await browser.PageAsync($"/jobs/{job}/walk");
        var boxes = page.QuerySelectorAll(".cautions .form-check-input").Select(i => (i.GetAttribute("name")!, "yes")).ToArray();
        if (boxes.Length > 0)
        {
            await browser.SendAsync($"/jobs/{job}/walk", "Cautions", boxes);
        }
    }

    public async Task<T> StoreAsync<T>(Func<MoleDb, Task<T>> query)
    {
        await using var scope = Services.CreateAsyncScope();
        return await query(scope.ServiceProvider.GetRequiredService<MoleDb>());
    }

    /// <summary>A sheet read for this test alone: it may change what it is given, which nobody may do with one that is kept.</summary>
    internal async Task<JobSheet> SheetAsync(int job)
    {
        await using var scope = Services.CreateAsyncScope();
        var services = scope.ServiceProvider;
        return (await new SheetLoader(services.GetRequiredService<MoleDb>(), services.GetRequiredService<PlaceClock>(), new KeptSheets()).LoadAsync(job, default))!;
    }

    /// <summary>A device with a token of its own.</summary>
    public async Task<HttpClient> TokenAsync(string name, string scope = "Full") =>
        Device((await Browser().SendAsync("/tokens", "", ("name", name), ("scope", scope))).Page.QuerySelector("[data-token]")!.TextContent);

    /// <summary>As after a restart: rounds of practice must be played again out of what is kept.</summary>
    internal void ForgetRounds() => Services.GetRequiredService<GentleMole.Web.Practice.LiveRounds>().Dispose();

    /// <summary>What the terminal printed.</summary>
    internal string FirstCode => Services.GetRequiredService<FirstAccountCode>().Text;

    /// <summary>Makes the first account, and gives its browser.</summary>
    internal async Task<HttpClient> FirstLeadAsync(string password)
    {
        var browser = Browser(null);
        await browser.SendAsync("/sign-in", "First", ("code", FirstCode), ("person", "Ada Moor"), ("name", "ada"), ("password", password));
        return browser;
    }

    /// <summary>A lead lets somebody in; they set a password by the link and sign in.</summary>
    internal async Task<HttpClient> LetInAsync(HttpClient lead, string person, string name, string role, string password, string given = "")
    {
        var (_, page) = await lead.SendAsync("/people", "", ("person", person), ("name", name), ("role", role), ("given", given));
        Assert.True(page.QuerySelector("[data-token]") is not null, page.QuerySelector("main")?.TextContent);
        var link = new Uri(page.QuerySelector("[data-token]")!.TextContent).AbsolutePath;
        var browser = Browser(null);
        await browser.SendAsync(link, "", ("password", password), ("again", password));
        await browser.SendAsync("/sign-in", "", ("name", name), ("password", password));
        return browser;
    }

    private protected virtual bool StartsOnCopy => Demo;

    private protected virtual bool KeepsData => false;

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        if (StartsOnCopy)
        {
            MadeDemo.CopyToNew(DataDirectory);
        }

        builder.UseSetting("Data", DataDirectory);
        builder.UseSetting("Demo", Demo ? "true" : "false");
        builder.UseSetting("Centre", "off");
        builder.UseSetting("HeadKey", HeadKey);
        builder.UseSetting("Doors:TriesPerMinute", "10000");
    }

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        if (disposing && !KeepsData)
        {
            RemoveData();
        }
    }

    internal void RemoveData()
    {
        RemoveAway(DataDirectory);
        RemoveAway(DataDirectory + ".key");
    }

    /// <summary>The last head may still be written while the host goes: what comes in between is removed with the next try.</summary>
    private static void RemoveAway(string directory)
    {
        for (var tries = 0; Directory.Exists(directory); tries++)
        {
            try
            {
                Directory.Delete(directory, true);
            }
            catch (IOException) when (tries < 20)
            {
                Thread.Sleep(50);
            }
        }
    }
}

/// <summary>Started empty, for real use.</summary>
public sealed class EmptyHost : MoleHost
{
    protected override bool Demo => false;
}

/// <summary>Started empty, with a clock that can be moved.</summary>
public sealed class MovedHost : MoleHost
{
    private readonly MovedClock _clock = new();

    protected override bool Demo => false;

    public void Move(TimeSpan by) => _clock.Ahead += by;

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        base.ConfigureWebHost(builder);
        builder.ConfigureServices(services => services.AddSingleton<TimeProvider>(_clock));
    }

    private sealed class MovedClock : TimeProvider
    {
        public TimeSpan Ahead { get; set; }

        public override DateTimeOffset GetUtcNow() => base.GetUtcNow() + Ahead;
    }
}

/// <summary>Pages asked for and forms sent as a browser without scripts would.</summary>
internal static class Browsing
{
    private static readonly HtmlParser Parser = new();

    public static async Task<(HttpStatusCode Status, IHtmlDocument Page)> PageAsync(this HttpClient client, string path)
    {
        var response = await client.GetAsync(new Uri(path, UriKind.Relative));
        return (response.StatusCode, Parser.ParseDocument(await response.Content.ReadAsStringAsync()));
    }

    public static string Token(this IHtmlDocument page) =>
        page.QuerySelector("input[name=__RequestVerificationToken]")?.GetAttribute("value") ?? "";

    /// <summary>Fills and sends a form of a page; the hidden fields that the page put into its forms go along.</summary>
    public static Task<(HttpResponseMessage Response, IHtmlDocument Page)> SendAsync(
        this HttpClient client, string path, string handler, params (string Name, string Value)[] typed) => client.SendFileAsync(path, handler, null, typed);

    public static async Task<(HttpResponseMessage Response, IHtmlDocument Page)> SendFileAsync(
        this HttpClient client, string path, string handler, (string Field, string Name, byte[] Content)? file, params (string Name, string Value)[] typed)
    {
        var (_, page) = await client.PageAsync(path);
        var fields = new Dictionary<string, string> { ["__RequestVerificationToken"] = page.Token() };
        if (page.QuerySelector("main input[name=seen]")?.GetAttribute("value") is { } seen)
        {
            fields["seen"] = seen;
        }

        foreach (var (name, value) in typed)
        {
            fields[name] = value;
        }

        return await client.PostFormAsync(Target(path, handler), fields, file);
    }

    public static async Task<(HttpResponseMessage Response, IHtmlDocument Page)> PostFormAsync(
        this HttpClient client, string target, Dictionary<string, string> fields, (string Field, string Name, byte[] Content)? file = null)
    {
        HttpContent content = new FormUrlEncodedContent(fields);
        if (file is { } f)
        {
            var form = new MultipartFormDataContent { { new ByteArrayContent(f.Content), f.Field, f.Name } };
            foreach (var (name, value) in fields)
            {
                form.Add(new StringContent(value), name);
            }

            content = form;
        }

        var response = await client.PostAsync(new Uri(target, UriKind.Relative), content);
        return (response, Parser.ParseDocument(await response.Content.ReadAsStringAsync()));
    }

    public static string Target(string path, string handler) =>
        handler.Length == 0 ? path : path + (path.Contains('?', StringComparison.Ordinal) ? "&" : "?") + "handler=" + handler;

    public static string? Complaint(this IHtmlDocument page, string field) => page.QuerySelector($"#f-{field}-error")?.TextContent;
}

internal static class Answers
{
    public static async Task<JsonElement> JsonAsync(this HttpResponseMessage response) =>
        await response.Content.ReadFromJsonAsync<JsonElement>();

    /// <summary>Posts raw text, so that bad JSON can be sent too.</summary>
    public static Task<HttpResponseMessage> PostTextAsync(this HttpClient client, string path, string json, string type = "application/json") =>
        client.PostAsync(new Uri(path, UriKind.Relative), new StringContent(json, System.Text.Encoding.UTF8, type));

    /// <summary>Names of the fields that a refusal complains of.</summary>
    public static async Task<IReadOnlyList<string>> ComplaintsAsync(this HttpResponseMessage response)
    {
        Assert.Equal(System.Net.HttpStatusCode.BadRequest, response.StatusCode);
        Assert.Equal("application/problem+json", response.Content.Headers.ContentType?.MediaType);
        var problem = await response.JsonAsync();
        Assert.DoesNotContain("System.", problem.ToString(), StringComparison.Ordinal);
        Assert.DoesNotContain("JSON value", problem.ToString(), StringComparison.Ordinal);
        return [.. problem.GetProperty("errors").EnumerateObject().Select(e => e.Name)];
    }
}
