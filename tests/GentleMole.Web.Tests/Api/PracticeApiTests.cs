using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using GentleMole.Core.Yards;

namespace GentleMole.Web.Tests.Api;

/// <summary>Practice over HTTP, as the contract has it: rounds belong to who plays, nothing of the truth leaves before the end, and the same is always answered the same.</summary>
public class PracticeApiTests(MoleHost host) : IClassFixture<MoleHost>
{
    private readonly HttpClient _api = host.Device();

    private static async Task<JsonElement> JsonAsync(HttpResponseMessage answer) => (await answer.Content.ReadFromJsonAsync<JsonElement>())!;

    private async Task<JsonElement> PostAsync(string path, object body, HttpStatusCode expected = HttpStatusCode.OK)
    {
        var answer = await _api.PostAsJsonAsync("/api/v1/practice/" + path, body);
        Assert.True(expected == answer.StatusCode, $"{path}: {answer.StatusCode} {await answer.Content.ReadAsStringAsync()}");
        return await JsonAsync(answer);
    }

    private async Task<JsonElement> GetAsync(string path) => await _api.GetFromJsonAsync<JsonElement>("/api/v1/practice/" + path);

    private Task<JsonElement> BeginAsync(string yard = "quiet-lane", int? seed = 5) => PostAsync("rounds", new { yard, seed }, HttpStatusCode.Created);

    private static double[] Pair(JsonElement pair) => [pair[0].GetDouble(), pair[1].GetDouble()];

    private static (string Field, string Sentence) Wrong(JsonElement problem) =>
        problem.GetProperty("errors").EnumerateObject().Select(e => (e.Name, e.Value[0].GetString()!)).First();

    /// <summary>Square to the record, by the bearing of its first leg.</summary>
    private static object Direct(JsonElement round, double side = 1, bool tested = true, double hertz = 8192, double set = 25)
    {
        var feature = round.GetProperty("features")[0];
        var points = round.GetProperty("records")[0].GetProperty("points");
        var (a, b) = (Pair(points[0]), Pair(points[1]));
        var (e, n) = (b[0] - a[0], b[1] - a[1]);
        var length = Math.Sqrt((e * e) + (n * n));
        return new
        {
            method = "direct", connection = feature.GetProperty("connections")[0].GetProperty("id").GetString(), testedDead = tested,
            stake = new { eastMetres = feature.GetProperty("eastMetres").GetDouble() + (side * 10 * n / length), northMetres = feature.GetProperty("northMetres").GetDouble() - (side * 10 * e / length), driven = 1, wetted = true },
            frequencyHertz = hertz, setMilliamps = set,
        };
    }

    private static object[] Along(JsonElement round, int count = 30) => [.. Enumerable.Range(0, count).Select(i =>
    {
        var points = round.GetProperty("records")[0].GetProperty("points");
        var (a, b) = (Pair(points[0]), Pair(points[points.GetArrayLength() - 1]));
        var part = (double)i / count;
        return (object)new { eastMetres = a[0] + (part * (b[0] - a[0])), northMetres = a[1] + (part * (b[1] - a[1])), heightMetres = 0.05, headingDegrees = (Math.Atan2(b[0] - a[0], b[1] - a[1]) * 180 / Math.PI + 360) % 360 };
    })];

    [Fact]
    public async Task Yards_are_listed_with_what_they_teach()
    {
        var yards = await GetAsync("yards");
        Assert.True(yards.GetArrayLength() >= 14);
        Assert.All(yards.EnumerateArray(), y =>
        {
            Assert.InRange(y.GetProperty("level").GetInt32(), 1, 5);
            Assert.NotEmpty(y.GetProperty("title").GetString()!);
            Assert.True(y.GetProperty("minutes").GetInt32() > 0);
            Assert.All(y.GetProperty("teaches").EnumerateArray(), t => Assert.Contains(t.GetString(), Enum.GetValues<YardHabit>().Select(YardHabits.Code)));
        });
    }

    [Fact]
    public async Task A_round_is_begun_walked_marked_finished_and_laid_open()
    {
        var begun = await BeginAsync();
        var id = begun.GetProperty("id").GetInt32();
        Assert.Equal(["id", "yard", "seed", "title", "brief", "target", "area", "soilOhmMetres", "features", "records", "surfaces", "instrument", "utilities"], begun.EnumerateObject().Select(p => p.Name));
        Assert.Equal("gas", begun.GetProperty("target").GetProperty("utility").GetString());
        Assert.Contains("unknown", begun.GetProperty("utilities").EnumerateArray().Select(u => u.GetString()));
        var hooked = await PostAsync($"rounds/{id}/hookups", Direct(begun));
        var isOther = hooked.GetProperty("stopped").ValueKind != JsonValueKind.Null;
        if (isOther)
        {
            // On that side is the road.
            Assert.Equal("stake-no-soil", hooked.GetProperty("stopped").GetString());
            hooked = await PostAsync($"rounds/{id}/hookups", Direct(begun, side: -1));
        }

        Assert.Equal(JsonValueKind.Null, hooked.GetProperty("stopped").ValueKind);
        Assert.InRange(hooked.GetProperty("currentMilliamps").GetDouble(), 1, 25);
        Assert.True(hooked.GetProperty("loopOhms").GetDouble() > 0 && hooked.GetProperty("volts").GetDouble() > 0);

        var asks = Along(begun);
        var read = (await PostAsync($"rounds/{id}/readings", new { readings = asks })).GetProperty("readings");
        Assert.Equal(asks.Length, read.GetArrayLength());
        Assert.Equal(["peak", "null", "side", "depthMetres", "currentMilliamps", "currentDirection", "lineDegrees", "steadiness", "pegged"], read[0].EnumerateObject().Select(p => p.Name));
        Assert.All(read.EnumerateArray(), r => Assert.Contains(r.GetProperty("side").GetString(), (string[])["left", "right", "none"]));
        Assert.All(read.EnumerateArray(), r => Assert.Contains(r.GetProperty("currentDirection").GetString(), (string[])["away", "towards", "none"]));
        Assert.All(read.EnumerateArray(), r => Assert.InRange(r.GetProperty("steadiness").GetDouble(), 0, 1));
        var points = begun.GetProperty("records")[0].GetProperty("points").EnumerateArray().Select(p => new { eastMetres = p[0].GetDouble(), northMetres = p[1].GetDouble(), depthMetres = 0.8 }).ToList();
        await PostAsync($"rounds/{id}/marks", new { utility = "gas", points });
        await PostAsync($"rounds/{id}/answers", new { utility = "gas", answer = "escalated", why = "only for a try" });
        await PostAsync($"rounds/{id}/answers", new { utility = "gas", answer = "marked", why = "walked along it" });

        var before = await GetAsync($"rounds/{id}");
        Assert.False(before.GetProperty("finished").GetBoolean());
        Assert.Equal("direct", before.GetProperty("hookups")[0].GetProperty("request").GetProperty("method").GetString());
        Assert.Equal(points.Count, before.GetProperty("marks")[0].GetProperty("points").GetArrayLength());
        Assert.Equal("marked", Assert.Single(before.GetProperty("answers").EnumerateArray()).GetProperty("answer").GetString());

        var result = await PostAsync($"rounds/{id}/finish", new { });
        Assert.Equal(["position", "depth", "right-line", "answers", "safety", "method"], result.GetProperty("parts").EnumerateArray().Select(p => p.GetProperty("code").GetString()));
        Assert.Equal(100, result.GetProperty("parts").EnumerateArray().Sum(p => p.GetProperty("outOf").GetDouble()), 6);
        Assert.Equal(result.GetProperty("score").GetDouble(), result.GetProperty("parts").EnumerateArray().Sum(p => p.GetProperty("points").GetDouble()), 6);
        Assert.Equal(17, result.GetProperty("habits").GetArrayLength());
        Assert.All(result.GetProperty("habits").EnumerateArray(), h => Assert.NotEmpty(h.GetProperty("text").GetString()!));
        Assert.True(result.GetProperty("marks")[0].GetProperty("meanErrorMetres").GetDouble() > 0.5);
        Assert.Equal(isOther ? 2 : 1, result.GetProperty("truth").GetProperty("restsOn").GetInt32());
        Assert.Equal("gas", result.GetProperty("truth").GetProperty("target")[0].GetString());
        Assert.NotEmpty(result.GetProperty("why").EnumerateArray());

        var after = await GetAsync($"rounds/{id}");
        Assert.True(after.GetProperty("finished").GetBoolean());
        Assert.Equal(result.GetRawText(), after.GetProperty("result").GetRawText());
        foreach (var (path, body) in new (string, object)[] { ("hookups", Direct(begun)), ("readings", new { readings = asks }), ("marks", new { utility = "gas", points }), ("answers", new { utility = "gas", answer = "clear" }), ("finish", new { }) })
        {
            Assert.Equal(HttpStatusCode.Conflict, (await _api.PostAsJsonAsync($"/api/v1/practice/rounds/{id}/{path}", body)).StatusCode);
        }
    }

    [Fact]
    public async Task The_bench_gives_the_currents_of_the_ground_that_was_laid_open()
    {
        foreach (var (yard, method) in new[] { ("iron-street", "direct"), ("cabinet-door", "clamp"), ("no-lid", "induction"), ("the-dive", "direct") })
        {
            var begun = await BeginAsync(yard, 11);
            var id = begun.GetProperty("id").GetInt32();
            var points = begun.GetProperty("records")[0].GetProperty("points");
            object hookup = method switch
            {
                "direct" => Direct(begun),
                "clamp" => new { method, connection = "f1-c", frequencyHertz = 8192, setMilliamps = 50 },
                _ => new { method, box = new { eastMetres = points[0][0].GetDouble(), northMetres = points[0][1].GetDouble(), azimuthDegrees = 30 }, frequencyHertz = 32768, setMilliamps = 100 },
            };
            await PostAsync($"rounds/{id}/hookups", hookup);
            await PostAsync($"rounds/{id}/readings", new { readings = Along(begun) });
            var truth = (await PostAsync($"rounds/{id}/finish", new { })).GetProperty("truth");
            var bench = truth.GetProperty("hookups")[0].GetProperty("bench");
            Assert.Equal(method, truth.GetProperty("hookups")[0].GetProperty("method").GetString());
            var answer = await _api.PostAsync("/api/v1/bench/hookup", new StringContent(bench.GetRawText(), System.Text.Encoding.UTF8, "application/json"));
            Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
            var solved = (await JsonAsync(answer)).GetProperty("lines").EnumerateArray().ToDictionary(l => l.GetProperty("id").GetString()!);
            foreach (var line in truth.GetProperty("lines").EnumerateArray())
            {
                var currents = line.GetProperty("currentsMilliamps").EnumerateArray().Select(c => c.GetDouble()).ToList();
                Assert.Equal(line.GetProperty("points").GetArrayLength(), currents.Count);
                var stations = solved[line.GetProperty("id").GetString()!].GetProperty("stations").EnumerateArray().Select(s => (At: s.GetProperty("chainageMetres").GetDouble(), Of: s.GetProperty("currentMilliamps").GetDouble())).ToList();
                Assert.Contains(stations, s => Math.Abs(s.Of - currents[0]) < 1e-6 * Math.Max(1, currents[0]) && s.At < 1e-6);
                Assert.Contains(stations, s => Math.Abs(s.Of - currents[^1]) < 1e-6 * Math.Max(1, currents[^1]) && s.At > stations.Max(o => o.At) - 1e-6);
            }
        }
    }

    [Fact]
    public async Task Before_the_end_no_answer_holds_anything_of_the_truth()
    {
        foreach (var yard in YardBook.All)
        {
            var begun = await BeginAsync(yard.Code, 9);
            var id = begun.GetProperty("id").GetInt32();
            var site = yard.Lay(9);
            var said = begun.GetRawText();
            foreach (var feature in begun.GetProperty("features").EnumerateArray().SelectMany(f => f.GetProperty("connections").EnumerateArray().Select(c => (f.GetProperty("id").GetString(), Connection: c))).Where(f => f.Connection.GetProperty("methods").EnumerateArray().Any(m => m.GetString() == "direct")))
            {
                var answer = await _api.PostAsJsonAsync($"/api/v1/practice/rounds/{id}/hookups", Direct(begun));
                said += await answer.Content.ReadAsStringAsync();
            }

            said += (await PostAsync($"rounds/{id}/readings", new { readings = Along(begun, 10) })).GetRawText() + (await GetAsync($"rounds/{id}")).GetRawText();
            using var document = JsonDocument.Parse((await GetAsync($"rounds/{id}")).GetRawText());
            Assert.DoesNotContain(document.RootElement.EnumerateObject(), p => p.Name is "truth" or "result" or "score" or "why" or "habits");
            foreach (var word in new[] { "\"on\"", "\"atMetres\"", "\"of\"", "live\":", "unknowable", "\"truth\"", "resistivity", "\"stranger\"", "gas beyond", "\"branch\"" })
            {
                Assert.DoesNotContain(word, said, StringComparison.OrdinalIgnoreCase);
            }

            // No corner of a line, and not the soil to the last digit.
            var numbers = document.RootElement.GetProperty("records").EnumerateArray().SelectMany(r => r.GetProperty("points").EnumerateArray()).Select(p => (p[0].GetDouble(), p[1].GetDouble())).ToHashSet();
            Assert.DoesNotContain(site.Ground.Lines.SelectMany(l => l.Run.Points), p => numbers.Contains((p.East, p.North)));
            Assert.DoesNotContain(site.Ground.Soil.ResistivityOhmMetres.ToString("R", System.Globalization.CultureInfo.InvariantCulture), said, StringComparison.Ordinal);
        }
    }

    [Fact]
    public async Task The_same_yard_and_seed_answer_the_same_whatever_was_asked_before_and_after_a_restart()
    {
        var (one, two) = (await BeginAsync("two-tails", 77), await BeginAsync("two-tails", 77));
        var (a, b) = (one.GetProperty("id").GetInt32(), two.GetProperty("id").GetInt32());
        Assert.Equal(one.GetRawText().Replace($"\"id\":{a},", "", StringComparison.Ordinal), two.GetRawText().Replace($"\"id\":{b},", "", StringComparison.Ordinal));
        await PostAsync($"rounds/{b}/readings", new { readings = Along(two, 7) });
        Assert.Equal((await PostAsync($"rounds/{a}/hookups", Direct(one))).GetRawText(), (await PostAsync($"rounds/{b}/hookups", Direct(two))).GetRawText());
        var forth = (await PostAsync($"rounds/{a}/readings", new { readings = Along(one, 12) })).GetProperty("readings");
        var back = (await PostAsync($"rounds/{b}/readings", new { readings = Along(two, 12).Reverse().ToArray() })).GetProperty("readings");
        Assert.Equal(forth.EnumerateArray().Select(r => r.GetRawText()), back.EnumerateArray().Select(r => r.GetRawText()).Reverse());

        // Nothing hangs on what the process holds.
        host.ForgetRounds();
        Assert.Equal(forth.GetRawText(), (await PostAsync($"rounds/{a}/readings", new { readings = Along(one, 12) })).GetProperty("readings").GetRawText());
        Assert.NotEqual(forth.GetRawText(), (await BeginAsync("two-tails", 78)).GetRawText());
    }

    [Fact]
    public async Task A_round_belongs_to_who_plays_it()
    {
        var id = (await BeginAsync()).GetProperty("id").GetInt32();
        var other = await host.TokenAsync("another player");
        foreach (var (path, isGet) in new[] { ("", true), ("/hookups", false), ("/readings", false), ("/marks", false), ("/answers", false), ("/finish", false) })
        {
            var answer = isGet ? await other.GetAsync($"/api/v1/practice/rounds/{id}{path}") : await other.PostAsJsonAsync($"/api/v1/practice/rounds/{id}{path}", new { });
            Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        }

        foreach (var no in new[] { "0", "-1", "99999999999999999999", "abc", "1e300", "1.5", "%20" })
        {
            Assert.Equal(HttpStatusCode.NotFound, (await _api.GetAsync($"/api/v1/practice/rounds/{no}")).StatusCode);
        }
    }

    [Fact]
    public async Task Nonsense_is_told_at_its_field_and_never_breaks_anything()
    {
        Assert.Equal("yard", Wrong(await PostAsync("rounds", new { yard = "nowhere" }, HttpStatusCode.BadRequest)).Field);
        Assert.Equal("yard", Wrong(await PostAsync("rounds", new { }, HttpStatusCode.BadRequest)).Field);
        foreach (var seed in new object[] { -1, 1.5, 3e9, 1e300, 5e-324 })
        {
            Assert.Equal("seed", Wrong(await PostAsync("rounds", new { yard = "quiet-lane", seed }, HttpStatusCode.BadRequest)).Field);
        }

        Assert.Equal(HttpStatusCode.BadRequest, (await _api.PostAsJsonAsync("/api/v1/practice/rounds", new { yard = "quiet-lane", seed = "7" })).StatusCode);
        await PostAsync("rounds", new { yard = "quiet-lane", seed = int.MaxValue }, HttpStatusCode.Created);
        await PostAsync("rounds", new { yard = "quiet-lane" }, HttpStatusCode.Created);
        var begun = await BeginAsync();
        var id = begun.GetProperty("id").GetInt32();
        var stake = new { eastMetres = 0.0, northMetres = 0.0, driven = 1, wetted = false };
        foreach (var (field, body) in new (string, object)[]
        {
            ("method", new { method = "magic" }), ("method", new { }), ("connection", new { method = "direct", stake, frequencyHertz = 8192, setMilliamps = 25 }),
            ("connection", new { method = "direct", connection = "f9-z", stake, frequencyHertz = 8192, setMilliamps = 25 }), ("method", new { method = "clamp", connection = "f1-a", frequencyHertz = 8192, setMilliamps = 25 }),
            ("stake", new { method = "direct", connection = "f1-a", frequencyHertz = 8192, setMilliamps = 25 }), ("stake.eastMetres", new { method = "direct", connection = "f1-a", stake = new { northMetres = 1.0, driven = 1 }, frequencyHertz = 8192, setMilliamps = 25 }),
            ("stake.driven", new { method = "direct", connection = "f1-a", stake = new { eastMetres = 1.0, northMetres = 1.0, driven = 1e300 }, frequencyHertz = 8192, setMilliamps = 25 }),
            ("stake", new { method = "direct", connection = "f1-a", stake = new { eastMetres = 9000.0, northMetres = 1.0, driven = 1 }, frequencyHertz = 8192, setMilliamps = 25 }),
            ("frequencyHertz", new { method = "induction", box = new { eastMetres = 1.0, northMetres = 1.0, azimuthDegrees = 0 }, setMilliamps = 25 }), ("frequencyHertz", Direct(begun, hertz: 8000)), ("setMilliamps", Direct(begun, set: 5e-324)),
            ("box", new { method = "induction", frequencyHertz = 8192, setMilliamps = 25 }), ("box.azimuthDegrees", new { method = "induction", box = new { eastMetres = 1.0, northMetres = 1.0, azimuthDegrees = 1e300 }, frequencyHertz = 8192, setMilliamps = 25 }),
        })
        {
            Assert.Equal(field, Wrong(await PostAsync($"rounds/{id}/hookups", body, HttpStatusCode.BadRequest)).Field);
        }

        foreach (var (field, body) in new (string, object)[]
        {
            ("readings", new { }), ("readings", new { readings = Enumerable.Repeat(new { eastMetres = 1, northMetres = 1, heightMetres = 0.05, headingDegrees = 0 }, 501) }), ("readings[0].eastMetres", new { readings = new[] { new { northMetres = 1, headingDegrees = 0 } } }),
            ("readings[0].headingDegrees", new { readings = new[] { new { eastMetres = 1, northMetres = 1, headingDegrees = 1e300 } } }), ("readings[0].heightMetres", new { readings = new[] { new { eastMetres = 1, northMetres = 1, heightMetres = -1, headingDegrees = 0 } } }),
            ("readings[0]", new { readings = new[] { new { eastMetres = 90_000, northMetres = 1, heightMetres = 0, headingDegrees = 0 } } }),
        })
        {
            Assert.Equal(field, Wrong(await PostAsync($"rounds/{id}/readings", body, HttpStatusCode.BadRequest)).Field);
        }

        foreach (var (field, body) in new (string, object)[]
        {
            ("utility", new { utility = "beer", points = Array.Empty<object>() }), ("utility", new { utility = "sewer", points = Array.Empty<object>() }), ("points", new { utility = "gas" }), ("points", new { utility = "gas", points = new[] { new { eastMetres = 1, northMetres = 1 } } }),
            ("points[0].depthMetres", new { utility = "gas", points = new[] { new { eastMetres = 1, northMetres = 1, depthMetres = -1 } } }), ("points", new { utility = "gas", points = Enumerable.Repeat(new { eastMetres = 1, northMetres = 1 }, 501) }),
        })
        {
            Assert.Equal(field, Wrong(await PostAsync($"rounds/{id}/marks", body, HttpStatusCode.BadRequest)).Field);
        }

        Assert.Equal("answer", Wrong(await PostAsync($"rounds/{id}/answers", new { utility = "gas", answer = "pending" }, HttpStatusCode.BadRequest)).Field);
        Assert.Equal("why", Wrong(await PostAsync($"rounds/{id}/answers", new { utility = "gas", answer = "clear", why = new string('x', 501) }, HttpStatusCode.BadRequest)).Field);
        Assert.Equal(0, (await GetAsync($"rounds/{id}")).GetProperty("hookups").GetArrayLength());
        Assert.Equal(0, (await PostAsync($"rounds/{id}/finish", new { })).GetProperty("score").GetDouble());
    }

    [Fact]
    public async Task Two_at_once_in_one_round_lose_nothing()
    {
        var begun = await BeginAsync("the-stranger", 3);
        var id = begun.GetProperty("id").GetInt32();
        await PostAsync($"rounds/{id}/hookups", Direct(begun));
        await Task.WhenAll(Enumerable.Range(0, 12).Select(i => PostAsync($"rounds/{id}/readings", new { readings = Along(begun, 5 + i) })));
        host.ForgetRounds();
        Assert.Equal(1, (await GetAsync($"rounds/{id}")).GetProperty("hookups").GetArrayLength());
        Assert.Equal(12, await host.StoreAsync(db => Task.FromResult(db.PracticeSteps.Count(s => s.RoundId == id && s.Kind == Store.Model.PracticeStepKind.Readings))));
        Assert.Equal(0, await host.StoreAsync(db => Task.FromResult(db.Log.Count(e => e.Subject.StartsWith("Practice")))));
    }

    [Fact]
    public async Task Twenty_play_at_once_and_nobody_is_sent_away()
    {
        await Task.WhenAll(Enumerable.Range(0, 20).Select(async i =>
        {
            var begun = await BeginAsync("iron-street", i);
            var id = begun.GetProperty("id").GetInt32();
            await PostAsync($"rounds/{id}/hookups", Direct(begun));
            await PostAsync($"rounds/{id}/readings", new { readings = Along(begun) });
            await PostAsync($"rounds/{id}/finish", new { });
        }));
    }
}
