using System.Text.Json;

namespace GentleMole.Web.Tests.Api;

public class DeskTests(MoleHost host) : IClassFixture<MoleHost>
{
    private Task<HttpResponseMessage> PostAsync(string path, string json) => host.Device().PostTextAsync("/api/v1/bench/" + path, json);

    private async Task<JsonElement> AskAsync(string path, string json)
    {
        var response = await PostAsync(path, json);
        Assert.True(response.IsSuccessStatusCode, await response.Content.ReadAsStringAsync());
        return await response.JsonAsync();
    }

    [Theory]
    [InlineData("2 wd", "2026-12-23T10:00", "2026-12-29T00:00", "2026-12-28")]
    [InlineData("48 h", "2026-11-26T15:00", "2026-11-30T15:00", "2026-11-30")]
    public async Task The_notice_is_counted(string rule, string received, string mayStart, string due)
    {
        var answer = await AskAsync("notice", $"{{\"received\":\"{received}\",\"rule\":\"{rule}\",\"timeZone\":\"Europe/London\",\"holidays\":[\"2026-12-25\"]}}");

        Assert.Equal((mayStart, due), (answer.GetProperty("digMayStart").GetString(), answer.GetProperty("answerDue").GetString()));
    }

    [Fact]
    public async Task An_outline_a_duct_bank_a_chamber_a_line_and_a_fit_come_out_as_on_the_pages()
    {
        var outline = await AskAsync("outline", "{\"corners\":[[0,0],[12,0],[12,6],[0,6]],\"spacingMetres\":3,\"kerbs\":[[[6,-5],[6,9]]]}");
        Assert.Equal(18, outline.GetProperty("marks").GetArrayLength());
        Assert.Equal(2, outline.GetProperty("marks").EnumerateArray().Count(m => m.GetProperty("kind").GetString() == "kerb-mark"));
        Assert.Equal("centre-stake", (await AskAsync("outline", "{\"corners\":[[0,0],[12,0],[12,6]],\"style\":\"centre-stake\"}")).GetProperty("marks")[0].GetProperty("kind").GetString());

        var bank = await AskAsync("duct-bank", "{\"text\":\"2x3 PVC 110/100\"}");
        Assert.Equal((6, 0.39), (bank.GetProperty("ducts").GetInt32(), bank.GetProperty("widthMetres").GetDouble()));

        var lost = await AskAsync("lost-chamber", "{\"run\":[[0,0],[60,0]],\"seenAtMetres\":3,\"lengthsMetres\":[20,15],\"runDoubtMetres\":0.5}");
        Assert.Equal(38, lost.GetProperty("eastMetres").GetDouble(), 9);

        var line = await AskAsync("record-line", "{\"boundary\":[[0,0],[30,0]],\"figures\":[{\"coverMetres\":0.9,\"offsetMetres\":1.8}]}");
        Assert.Equal(-1.8, line.GetProperty("points")[0][1].GetDouble(), 9);

        var fit = await AskAsync("site-fit", "{\"pairs\":[{\"drawing\":[0,0],\"site\":[10,10]},{\"drawing\":[20.3,0],\"site\":[30,10]}]}");
        Assert.Equal(0.15, fit.GetProperty("residualsMetres")[1].GetDouble(), 9);
    }

    [Theory]
    [InlineData("notice", "{\"received\":\"soon\",\"rule\":\"2 wd\"}", "received")]
    [InlineData("notice", "{\"received\":\"2026-11-23T09:30\",\"rule\":\"a while\",\"timeZone\":\"Moon/Base\"}", "timeZone")]
    [InlineData("notice", "{\"received\":\"2026-11-23T09:30\",\"rule\":\"2 wd\",\"holidays\":[\"Friday\"]}", "holidays[0]")]
    [InlineData("outline", "{}", "corners")]
    [InlineData("outline", "{\"corners\":[[0,0],[5,5],[0,5],[5,0]]}", "corners")]
    [InlineData("outline", "{\"corners\":[[0,0],[5,0],[5]]}", "corners[2]")]
    [InlineData("outline", "{\"corners\":[[0,0],[50,0],[50,50]],\"style\":\"centre-stake\"}", "style")]
    [InlineData("outline", "{\"corners\":[[0,0],[5,0],[5,5]],\"style\":\"lines\"}", "style")]
    [InlineData("outline", "{\"route\":[[0,0],[5,0]],\"laterals\":[[[1,1]]]}", "laterals[0]")]
    [InlineData("duct-bank", "{\"text\":\"many\"}", "text")]
    [InlineData("duct-bank", "{}", "text")]
    [InlineData("lost-chamber", "{\"run\":[[0,0]],\"seenAtMetres\":1,\"lengthsMetres\":[5]}", "run")]
    [InlineData("lost-chamber", "{\"run\":[[0,0],[9,0]],\"seenAtMetres\":1,\"lengthsMetres\":[500]}", "lengthsMetres")]
    [InlineData("lost-chamber", "{\"run\":[[0,0],[9,0]],\"lengthsMetres\":[null]}", "seenAtMetres")]
    [InlineData("record-line", "{\"boundary\":[[0,0],[9,0]],\"figures\":[null]}", "figures[0].coverMetres")]
    [InlineData("record-line", "{\"boundary\":[[0,0],[9,0]],\"figures\":[]}", "figures")]
    [InlineData("site-fit", "{\"pairs\":[{\"drawing\":[0,0],\"site\":[1e300,0]}]}", "pairs[0].site")]
    [InlineData("site-fit", "{\"pairs\":[]}", "pairs")]
    public async Task What_cannot_be_computed_is_told_at_its_field(string path, string json, string field) =>
        Assert.Contains(field, await (await PostAsync(path, json)).ComplaintsAsync());
}
