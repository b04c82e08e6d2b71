using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Hang.Scene;
using Hang.Server.Hosting;
using Hang.Server.Live;
using Hang.Server.SignIn;
using Hang.Store.Accounts;
using MessagePack;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;

namespace Hang.Server.Tests;

/// <summary>
/// Who may come in and do what, where Hang is open to others. The rules are those of OWASP ASVS 4.0.3, level 2, for passwords (2.1, 2.2) and sessions (3.2 to
/// 3.4); their numbers are named beside the checks, from memory.
/// </summary>
[Collection(OneServer.Name)]
public class SignInTests(ClosedServer server) : IClassFixture<ClosedServer>
{
    [Theory]
    [InlineData("GET", "/api/packages")]
    [InlineData("GET", "/api/choices")]
    [InlineData("GET", "/api/handoffs")]
    [InlineData("POST", "/api/packages")]
    [InlineData("POST", "/live/negotiate?negotiateVersion=1")]
    [InlineData("GET", "/openapi/v1.json")]
    [InlineData("GET", "/api/accounts")]
    [InlineData("PUT", "/api/session/password")]
    [InlineData("GET", "/api/no-such-thing")]
    public async Task NobodyIsAnsweredBeforeSigningIn(string method, string path)
    {
        var answer = await server.Visitor().SendAsync(new(new(method), path) { Content = JsonContent.Create(new { }) });
        Assert.Equal(HttpStatusCode.Unauthorized, answer.StatusCode);
        Assert.Equal("Nobody is signed in here.", await TitleAsync(answer));
    }

    [Fact]
    public async Task TheDoorItselfAndTheSignsOfLifeAreOpen()
    {
        var visitor = server.Visitor();
        var session = await visitor.GetFromJsonAsync<JsonElement>("/api/session");
        Assert.True(session.GetProperty("asked").GetBoolean());
        Assert.Equal(JsonValueKind.Null, session.GetProperty("name").ValueKind);
        Assert.False(session.GetProperty("first").GetBoolean());
        Assert.Equal(HttpStatusCode.OK, (await visitor.GetAsync("/health/live")).StatusCode);
    }

    [Fact]
    public async Task EachRoleMayDoWhatThoseBeforeItMayAndItsOwn()
    {
        var (viewer, editor) = (await server.AsAsync("viewer", "Ida"), await server.AsAsync("editor", "Oskar"));
        var packages = await viewer.GetFromJsonAsync<JsonElement>("/api/packages");
        var graphic = packages[0].GetProperty("graphics")[0].GetProperty("id").GetString();
        // Looking and trying words changes nothing.
        var take = new { values = new Dictionary<string, string>() };
        Assert.Equal(HttpStatusCode.OK, (await viewer.PostAsJsonAsync($"/api/graphics/{graphic}/take/checks", take)).StatusCode);
        // Handing off takes an editor.
        var plan = new { kind = "png", backing = "transparent" };
        var refused = await viewer.PostAsJsonAsync($"/api/graphics/{graphic}/handoffs", plan);
        Assert.Equal(HttpStatusCode.Forbidden, refused.StatusCode);
        Assert.Equal("This takes an editor, and you are here as a viewer.", await TitleAsync(refused));
        Assert.NotEqual(HttpStatusCode.Forbidden, (await editor.PostAsJsonAsync($"/api/graphics/{graphic}/handoffs", plan)).StatusCode);
        // Making takes a designer.
        foreach (var other in new[] { viewer, editor })
        {
            Assert.Equal(HttpStatusCode.Forbidden, (await other.PostAsJsonAsync("/api/packages", new { name = "Mine" })).StatusCode);
            Assert.Equal(HttpStatusCode.Forbidden, (await other.DeleteAsync($"/api/graphics/{graphic}")).StatusCode);
            Assert.Equal(HttpStatusCode.Forbidden, (await other.GetAsync("/api/accounts")).StatusCode);
        }
        Assert.Equal(HttpStatusCode.OK, (await server.Designer.PostAsJsonAsync("/api/packages", new { name = "Ours" })).StatusCode);
    }

    [Fact]
    public async Task TheLiveLineHoldsToRolesAndEndsWithTheSession()
    {
        var viewer = await server.AsAsync("viewer", "Lena");
        var graphic = (await viewer.GetFromJsonAsync<JsonElement>("/api/packages"))[0].GetProperty("graphics")[0].GetProperty("id").GetString()!;
        var cookie = await CookieOfAsync("Lena");
        await using var line = new HubConnectionBuilder()
            .WithUrl(new Uri("https://localhost/live"), o =>
            {
                o.HttpMessageHandlerFactory = _ => server.Server.CreateHandler();
                o.Headers["Cookie"] = cookie;
                o.Transports = Microsoft.AspNetCore.Http.Connections.HttpTransportType.LongPolling;
            })
            .AddMessagePackProtocol(o => o.SerializerOptions = MessagePackSerializerOptions.Standard)
            .Build();
        var closed = new TaskCompletionSource();
        line.Closed += _ =>
        {
            closed.TrySetResult();
            return Task.CompletedTask;
        };
        await line.StartAsync();
        Assert.Null(await line.InvokeAsync<Refusal?>("Join", graphic, "s"));
        var refusal = await line.InvokeAsync<Refusal?>("Undo");
        Assert.Equal("This takes a designer, and you are here as a viewer.", refusal?.Message);
        // What they call themselves does not count.
        Assert.Null(await line.InvokeAsync<Refusal?>("Introduce", "Somebody else", "#2E7D6B"));
        var people = await server.Designer.GetFromJsonAsync<JsonElement>("/api/people");
        Assert.Contains(people.EnumerateArray(), p => p.GetProperty("name").GetString() == "Lena");
        // Signed out elsewhere, the line is cut without a call (ASVS 3.3.1).
        var account = await AccountAsync("Lena");
        (await server.Designer.DeleteAsync($"/api/accounts/{account}")).EnsureSuccessStatusCode();
        await server.Services.GetRequiredService<LiveGate>().CutAsync(default);
        await closed.Task.WaitAsync(TimeSpan.FromSeconds(30));
    }

    [Fact]
    public async Task TheCookieIsKeptFromScriptsOtherSitesAndPlainHttp()
    {
        await server.AsAsync("viewer", "Cleo");
        var answer = await server.Visitor().PostAsJsonAsync("/api/session", new { name = "Cleo", password = ClosedServer.Password });
        var cookie = Assert.Single(answer.Headers.GetValues("Set-Cookie"), c =>
            c.Contains("chunks", StringComparison.Ordinal) || !c.Contains("expires=Thu, 01 Jan 1970", StringComparison.Ordinal)
        );
        // ASVS 3.4.1 to 3.4.4
        Assert.StartsWith("__Host-", cookie, StringComparison.Ordinal);
        foreach (var part in new[] { "secure", "httponly", "samesite=strict", "path=/" })
        {
            Assert.Contains(part, cookie, StringComparison.OrdinalIgnoreCase);
        }
        Assert.DoesNotContain("domain", cookie, StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public async Task ASessionEndsWhenItIsLeftAndItsCookieIsOfNoUseAfterwards()
    {
        await server.AsAsync("viewer", "Rolf");
        var cookie = await CookieOfAsync("Rolf");
        async Task<HttpStatusCode> Look() => (await Bare(cookie, HttpMethod.Get, "/api/packages")).StatusCode;
        Assert.Equal(HttpStatusCode.OK, await Look());
        Assert.Equal(HttpStatusCode.NoContent, (await Bare(cookie, HttpMethod.Delete, "/api/session")).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, await Look());
    }

    [Fact]
    public async Task SigningInAgainGivesAnotherSession()
    {
        await server.AsAsync("viewer", "Nils");
        // ASVS 3.2.1: no session is taken over.
        Assert.NotEqual(await CookieOfAsync("Nils"), await CookieOfAsync("Nils"));
    }

    [Fact]
    public async Task ARoleCountsAtOnceAndARemovedAccountIsOut()
    {
        var editor = await server.AsAsync("editor", "Tilda");
        var account = await AccountAsync("Tilda");
        (await server.Designer.PutAsJsonAsync($"/api/accounts/{account}/role", new { role = "designer" })).EnsureSuccessStatusCode();
        Assert.Equal(HttpStatusCode.OK, (await editor.GetAsync("/api/accounts")).StatusCode);
        (await server.Designer.DeleteAsync($"/api/accounts/{account}")).EnsureSuccessStatusCode();
        Assert.Equal(HttpStatusCode.Unauthorized, (await editor.GetAsync("/api/packages")).StatusCode);
    }

    [Fact]
    public async Task TheLastDesignerStays()
    {
        var account = await AccountAsync("Maren");
        foreach (
            var answer in new[]
            {
                await server.Designer.DeleteAsync($"/api/accounts/{account}"),
                await server.Designer.PutAsJsonAsync($"/api/accounts/{account}/role", new { role = "viewer" }),
            }
        )
        {
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
            Assert.StartsWith("This is the last designer", await TitleAsync(answer), StringComparison.Ordinal);
        }
    }

    [Theory]
    // ASVS 2.1.1, 2.1.7: long enough, and none that is guessed first; 2.1.9: any characters.
    [InlineData("short", false)]
    [InlineData("elevenchars", false)]
    [InlineData("passwordpassword", false)]
    [InlineData("qwertyuiop123456", false)]
    [InlineData("aaaaaaaaaaaaaaaaaaaa", false)]
    [InlineData("wool kettle rides north", true)]
    [InlineData("ä ø ñ 漢 🐝 æ ß þ ð ł ŋ ħ", true)]
    public async Task PasswordsAreLongAndNotGuessedFirst(string password, bool taken)
    {
        var code = await server.CodeAsync("viewer");
        var name = $"P{Guid.NewGuid():N}"[..12];
        var visitor = server.Visitor();
        var answer = await visitor.PostAsJsonAsync(
            "/api/session/code",
            new
            {
                code,
                name,
                password,
            }
        );
        Assert.Equal(taken ? HttpStatusCode.NoContent : HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        if (!taken)
        {
            // The code is still good: nothing is lost by a weak password.
            Assert.Equal(
                HttpStatusCode.NoContent,
                (
                    await visitor.PostAsJsonAsync(
                        "/api/session/code",
                        new
                        {
                            code,
                            name,
                            password = ClosedServer.Password,
                        }
                    )
                ).StatusCode
            );
        }
    }

    [Fact]
    public async Task ACodeIsForOneUseAndAWrongOneSaysWhatToDo()
    {
        var code = await server.CodeAsync("viewer");
        // However it is typed.
        Assert.Equal(
            HttpStatusCode.NoContent,
            (
                await server
                    .Visitor()
                    .PostAsJsonAsync(
                        "/api/session/code",
                        new
                        {
                            code = code.Replace("-", " ", StringComparison.Ordinal).ToLowerInvariant(),
                            name = "Once",
                            password = ClosedServer.Password,
                        }
                    )
            ).StatusCode
        );
        var again = await server
            .Visitor()
            .PostAsJsonAsync(
                "/api/session/code",
                new
                {
                    code,
                    name = "Twice",
                    password = ClosedServer.Password,
                }
            );
        Assert.Equal("This code is none, was used, or is too old.", await TitleAsync(again));
    }

    [Fact]
    public async Task NamesAreTakenOnceInWhateverCase()
    {
        await server.AsAsync("viewer", "Frieda");
        var answer = await server
            .Visitor()
            .PostAsJsonAsync(
                "/api/session/code",
                new
                {
                    code = await server.CodeAsync("viewer"),
                    name = "FRIEDA",
                    password = ClosedServer.Password,
                }
            );
        Assert.Equal("Somebody has this name already.", await TitleAsync(answer));
    }

    [Fact]
    public async Task TenWrongPasswordsLockAnAccountAndTellNobodyWhich()
    {
        await server.AsAsync("viewer", "Gretel");
        var words = new HashSet<string?>();
        for (var i = 0; i < 11; i++)
        {
            words.Add(await TitleAsync(await server.Visitor().PostAsJsonAsync("/api/session", new { name = "Gretel", password = $"wrong {i}" })));
        }
        // Locked, the right one goes no more; and nobody hears whether there is such an account (ASVS 2.2.1).
        words.Add(await TitleAsync(await server.Visitor().PostAsJsonAsync("/api/session", new { name = "Gretel", password = ClosedServer.Password })));
        words.Add(await TitleAsync(await server.Visitor().PostAsJsonAsync("/api/session", new { name = "Nobody at all", password = ClosedServer.Password })));
        Assert.Single(words);
        // A code for a new password lets its owner in again.
        var told = await (await server.Designer.PostAsync($"/api/accounts/{await AccountAsync("Gretel")}/code", null)).Content.ReadFromJsonAsync<Told>();
        var owner = server.Visitor();
        var renewed = await owner.PostAsJsonAsync("/api/session/code", new { code = told!.Secret, password = "nine wet lanterns humming" });
        Assert.True(renewed.IsSuccessStatusCode, await renewed.Content.ReadAsStringAsync());
        Assert.Equal("Gretel", (await owner.GetFromJsonAsync<JsonElement>("/api/session")).GetProperty("name").GetString());
    }

    [Fact]
    public async Task AttemptsFromOneAddressAreSlow()
    {
        var visitor = server.Visitor("198.51.100.9");
        HttpResponseMessage last = null!;
        for (var i = 0; i <= RateLimits.Attempts; i++)
        {
            last = await visitor.PostAsJsonAsync("/api/session", new { name = $"Guess {i}", password = "x" });
        }
        Assert.Equal(HttpStatusCode.TooManyRequests, last.StatusCode);
        Assert.True(last.Headers.RetryAfter?.Delta > TimeSpan.Zero);
        Assert.Equal("This was asked too often.", await TitleAsync(last));
    }

    [Fact]
    public async Task AnotherPasswordTakesTheOldOneAndEndsOtherSessions()
    {
        var one = await server.AsAsync("viewer", "Hedda");
        var other = server.Visitor();
        (await other.PostAsJsonAsync("/api/session", new { name = "hedda", password = ClosedServer.Password })).EnsureSuccessStatusCode();
        Assert.Equal(
            HttpStatusCode.UnprocessableEntity,
            (await one.PutAsJsonAsync("/api/session/password", new { now = "not this", then = "six slow herons wade" })).StatusCode
        );
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await one.PutAsJsonAsync("/api/session/password", new { now = ClosedServer.Password, then = "six slow herons wade" })).StatusCode
        );
        // ASVS 3.3.3
        Assert.Equal(HttpStatusCode.OK, (await one.GetAsync("/api/packages")).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await other.GetAsync("/api/packages")).StatusCode);
    }

    [Fact]
    public async Task OnesOwnSessionsAreSeenAndEnded()
    {
        var one = await server.AsAsync("viewer", "Jonas");
        var other = server.Visitor();
        (await other.PostAsJsonAsync("/api/session", new { name = "Jonas", password = ClosedServer.Password })).EnsureSuccessStatusCode();
        // ASVS 3.3.4
        var all = (await one.GetFromJsonAsync<JsonElement>("/api/session/all")).EnumerateArray().ToList();
        Assert.Equal(2, all.Count);
        var elsewhere = all.Single(s => !s.GetProperty("here").GetBoolean());
        Assert.Equal(HttpStatusCode.NoContent, (await one.DeleteAsync($"/api/session/all/{elsewhere.GetProperty("id").GetString()}")).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await other.GetAsync("/api/packages")).StatusCode);
        // Nobody else's.
        var mine = all.Single(s => s.GetProperty("here").GetBoolean()).GetProperty("id").GetString();
        Assert.Equal(HttpStatusCode.NotFound, (await server.Designer.DeleteAsync($"/api/session/all/{mine}")).StatusCode);
    }

    [Fact]
    public async Task AProgramFillsARosterWithAKeyUntilThatIsTakenBack()
    {
        var editor = await server.AsAsync("editor", "Wim");
        var graphic = (await editor.GetFromJsonAsync<JsonElement>("/api/packages"))[0]
            .GetProperty("graphics")
            .EnumerateArray()
            .First(g => g.GetProperty("name").GetString() == "Lower third")
            .GetProperty("id")
            .GetString();
        var told = await (await editor.PostAsJsonAsync("/api/session/keys", new { @for = "Score box" })).Content.ReadFromJsonAsync<Told>();
        var program = server.Visitor();
        program.DefaultRequestHeaders.Authorization = new("Bearer", told!.Secret);
        Assert.True(
            (await program.PutAsJsonAsync($"/api/graphics/{graphic}/roster/rows/a", new Dictionary<string, string> { ["Name"] = "Ida" })).IsSuccessStatusCode
        );
        Assert.Equal(HttpStatusCode.Forbidden, (await program.PostAsJsonAsync("/api/packages", new { name = "Mine" })).StatusCode);
        var key = (await editor.GetFromJsonAsync<JsonElement>("/api/session/all"))
            .EnumerateArray()
            .Single(s => s.GetProperty("agent").GetString() == "Score box")
            .GetProperty("id")
            .GetString();
        (await editor.DeleteAsync($"/api/session/all/{key}")).EnsureSuccessStatusCode();
        Assert.Equal(HttpStatusCode.Unauthorized, (await program.GetAsync("/api/packages")).StatusCode);
    }

    [Fact]
    public async Task SessionsEndWhenIdleAndInAnyCaseAfterTwelveHours()
    {
        var sessions = server.Services.GetRequiredService<SessionStore>();
        var account = Guid.Parse(await AccountAsync("Maren"));
        await using var connection = await server.Services.GetRequiredService<Npgsql.NpgsqlDataSource>().OpenConnectionAsync();
        async Task<bool> Lives(TimeSpan begun, TimeSpan seen, TimeSpan lasts)
        {
            var (id, key) = (Guid.NewGuid(), Guid.NewGuid().ToByteArray());
            await sessions.AddAsync(id, key, account, "test", lasts);
            await using var command = connection.CreateCommand();
            command.CommandText = "update sessions set made_at = made_at - $2, ends_at = ends_at - $2, seen_at = now() - $3 where id = $1";
            command.Parameters.Add(new() { Value = id });
            command.Parameters.Add(new() { Value = begun });
            command.Parameters.Add(new() { Value = seen });
            await command.ExecuteNonQueryAsync();
            var lives = await sessions.OfKeyAsync(key) is not null;
            await sessions.EndAsync(account, id);
            return lives;
        }
        // ASVS 3.3.2: half an hour, twelve hours.
        Assert.True(await Lives(TimeSpan.FromHours(11), TimeSpan.FromMinutes(29), SessionStore.Longest));
        Assert.False(await Lives(TimeSpan.FromHours(11), TimeSpan.FromMinutes(31), SessionStore.Longest));
        Assert.False(await Lives(TimeSpan.FromHours(12.1), TimeSpan.Zero, SessionStore.Longest));
        // A program's key is not used daily.
        Assert.True(await Lives(TimeSpan.FromDays(100), TimeSpan.FromDays(90), ProgramKeys.Lasts));
        Assert.False(await Lives(TimeSpan.FromDays(181), TimeSpan.Zero, ProgramKeys.Lasts));
    }

    [Fact]
    public async Task OtherHostsGetInByHttpsAndUnderTheirNameOnly()
    {
        async Task<HttpStatusCode> At(string address, string? forwarded = null, string from = "203.0.113.5")
        {
            var visitor = server.Visitor(from);
            var request = new HttpRequestMessage(HttpMethod.Get, new Uri(address));
            if (forwarded is not null)
            {
                request.Headers.Add("X-Forwarded-Proto", forwarded);
            }
            return (await visitor.SendAsync(request)).StatusCode;
        }
        Assert.Equal(HttpStatusCode.OK, await At("https://hang.fernhollow.example/api/session"));
        Assert.Equal(HttpStatusCode.Forbidden, await At("http://hang.fernhollow.example/api/session"));
        Assert.Equal(HttpStatusCode.Forbidden, await At("https://elsewhere.example/api/session"));
        // Only the proxy's word counts.
        Assert.Equal(HttpStatusCode.OK, await At("http://hang.fernhollow.example/api/session", "https", "192.0.2.7"));
        Assert.Equal(HttpStatusCode.Forbidden, await At("http://hang.fernhollow.example/api/session", "https", "203.0.113.5"));
    }

    [Theory]
    [InlineData("http://127.0.0.1:5280", false, "", true)]
    [InlineData("http://localhost:5280;http://[::1]:5280", false, "", true)]
    [InlineData("http://0.0.0.0:5280", false, "", false)]
    [InlineData("http://*:5280", true, "", false)]
    [InlineData("http://192.0.2.1:5280", true, "", false)]
    [InlineData("https://192.0.2.1:5280", false, "", false)]
    [InlineData("https://192.0.2.1:5280", true, "", true)]
    [InlineData("http://192.0.2.1:5280", true, "192.0.2.7", false)]
    [InlineData("http://127.0.0.1:5280", true, "127.0.0.1", true)]
    [InlineData("http://127.0.0.1.5:5280", true, "192.0.2.7", false)]
    [InlineData("http://::::5280", true, "192.0.2.7", false)]
    [InlineData("https://127.0.0.1.5:5280", true, "", false)]
    [InlineData("https://no.name.example:5280", true, "", false)]
    [InlineData("http://0:5280", false, "", false)]
    [InlineData("nothing", false, "", false)]
    public void BeyondThisMachineItTakesSignInAndHttps(string urls, bool signIn, string proxies, bool goes)
    {
        var options = new ServerOptions { SignIn = signIn, Proxies = proxies };
        if (goes)
        {
            Doors.Demand([urls], options);
        }
        else
        {
            Assert.Equal("urls", Assert.Throws<ProblemException>(() => Doors.Demand([urls], options)).Problem.Field);
        }
    }

    [Fact]
    public async Task ThroughAProxyNobodyIsLocal()
    {
        async Task<HttpStatusCode> Sent(string from, string address, string? forwarded = null)
        {
            var request = new HttpRequestMessage(HttpMethod.Get, new Uri(address));
            if (forwarded is not null)
            {
                request.Headers.Add("X-Forwarded-Host", forwarded);
                request.Headers.Add("X-Forwarded-Proto", "http");
            }
            return (await server.Visitor(from).SendAsync(request)).StatusCode;
        }
        Assert.Equal(HttpStatusCode.Forbidden, await Sent("192.0.2.7", "http://localhost/api/session"));
        Assert.Equal(HttpStatusCode.Forbidden, await Sent("192.0.2.7", "http://hang.fernhollow.example/api/session", "localhost"));
        Assert.Equal(HttpStatusCode.Forbidden, await Sent("203.0.113.5", "http://localhost/api/session"));
        Assert.Equal(HttpStatusCode.OK, await Sent("127.0.0.1", "http://localhost/api/session"));
    }

    [Fact]
    public async Task WrongPasswordsFromElsewhereDoNotLockTheOwnerOut()
    {
        await server.AsAsync("viewer", "Ottilie");
        var elsewhere = server.Visitor("198.51.100.9");
        for (var i = 0; i < SignInFailures.Most; i++)
        {
            await server.Services.GetRequiredService<SignInFailures>().AddAsync(Guid.Parse(await AccountAsync("Ottilie")), "198.51.100.9");
        }
        async Task<HttpStatusCode> SignIn(HttpClient http) =>
            (await http.PostAsJsonAsync("/api/session", new { name = "Ottilie", password = ClosedServer.Password })).StatusCode;
        Assert.Equal(HttpStatusCode.Unauthorized, await SignIn(elsewhere));
        Assert.Equal(HttpStatusCode.NoContent, await SignIn(server.Visitor("198.51.100.10")));
    }

    [Theory]
    [InlineData("Magda\u200B")]
    [InlineData("\uFF2Dagda")]
    [InlineData("M\u0430gda")]
    [InlineData("Ma\u00ADgda ")]
    public async Task NamesThatLookAlikeAreOne(string name)
    {
        if (await server.Services.GetRequiredService<AccountStore>().NamedAsync("MAGDA") is null)
        {
            await server.AsAsync("viewer", "Magda");
        }
        var answer = await server
            .Visitor()
            .PostAsJsonAsync(
                "/api/session/code",
                new
                {
                    code = await server.CodeAsync("viewer"),
                    name,
                    password = ClosedServer.Password,
                }
            );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
    }

    [Fact]
    public void KeysAndCodesAreKeptAsHashes()
    {
        var code = Secrets.Code();
        Assert.Matches("^([A-Z2-9]{5}-){3}[A-Z2-9]{5}$", code);
        Assert.NotEqual(code, Secrets.Code());
        Assert.Equal(Secrets.CodeHash(code), Secrets.CodeHash(code.ToLowerInvariant().Replace("-", "", StringComparison.Ordinal)));
    }

    [Fact]
    public void TheFirstCodeIsGoneOnceItWasUsed() => Assert.False(File.Exists(Path.Combine(server.Files, FirstAccount.FileName)));

    private async Task<string> CookieOfAsync(string name)
    {
        var answer = await server.Visitor().PostAsJsonAsync("/api/session", new { name, password = ClosedServer.Password });
        Assert.Equal(HttpStatusCode.NoContent, answer.StatusCode);
        return answer.Headers.GetValues("Set-Cookie").Last(c => c.StartsWith(SignInSetup.Cookie, StringComparison.Ordinal)).Split(';')[0];
    }

    private async Task<HttpResponseMessage> Bare(string cookie, HttpMethod method, string path)
    {
        using var http = new HttpClient(server.Server.CreateHandler()) { BaseAddress = new("https://localhost") };
        var request = new HttpRequestMessage(method, path);
        request.Headers.Add("Cookie", cookie);
        return await http.SendAsync(request);
    }

    private async Task<string> AccountAsync(string name) =>
        (await server.Designer.GetFromJsonAsync<JsonElement>("/api/accounts"))
            .EnumerateArray()
            .Single(a => a.GetProperty("name").GetString() == name)
            .GetProperty("id")
            .GetString()!;

    private static async Task<string?> TitleAsync(HttpResponseMessage answer) =>
        (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("title").GetString();
}
