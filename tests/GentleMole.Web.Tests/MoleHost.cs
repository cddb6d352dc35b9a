using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json;
using GentleMole.Store;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;

namespace GentleMole.Web.Tests;

/// <summary>The whole application on a directory of its own, with the demo's data.</summary>
public class MoleHost : WebApplicationFactory<Program>
{
    public string DataDirectory { get; } = Directory.CreateTempSubdirectory("mole-test-").FullName;

    protected virtual bool Demo => true;

    public HttpClient Device(string? token = "demo-field-token")
    {
        var client = CreateClient(new WebApplicationFactoryClientOptions { AllowAutoRedirect = false });
        if (token is not null)
        {
            client.DefaultRequestHeaders.Authorization = new AuthenticationHeaderValue("Bearer", token);
        }

        return client;
    }

    public async Task<T> StoreAsync<T>(Func<MoleDb, Task<T>> query)
    {
        await using var scope = Services.CreateAsyncScope();
        return await query(scope.ServiceProvider.GetRequiredService<MoleDb>());
    }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseSetting("Data", DataDirectory);
        builder.UseSetting("Demo", Demo ? "true" : "false");
    }

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        if (disposing && Directory.Exists(DataDirectory))
        {
            Directory.Delete(DataDirectory, true);
        }
    }
}

/// <summary>Started empty, for real use.</summary>
public sealed class EmptyHost : MoleHost
{
    protected override bool Demo => false;
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
