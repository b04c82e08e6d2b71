using System.CommandLine;
using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json;
using Hang.Scene;

namespace Hang.Cli.Commands;

/// <summary>
/// <c>hang feed</c>: a stand-in for another program that knows scores, names or votes. It counts made-up votes for keepers and fills a roster's rows with
/// them, as a score box or a voting page would.
/// </summary>
internal static class FeedCommand
{
    private static readonly string[] Keepers = ["Maren Oakhollow", "Ida Fernsby", "Oskar Marsh"];

    public static Command Make()
    {
        var graphic = new Argument<Guid>("GRAPHIC") { Description = "Id of the graphic whose roster is filled, as its address has it." };
        var to = new Option<Uri>("--to")
        {
            Description = "Where Hang serves.",
            DefaultValueFactory = _ => new("http://localhost:5280"),
            CustomParser = result =>
            {
                if (Uri.TryCreate(result.Tokens[0].Value, UriKind.Absolute, out var address) && address.Scheme is "http" or "https")
                {
                    return address;
                }
                result.AddError($"--to takes an address such as http://localhost:5280, not \"{result.Tokens[0].Value}\".");
                return null;
            },
        };
        var name = new Option<string>("--name") { Description = "The field or column that names go to.", DefaultValueFactory = _ => "Name" };
        var number = new Option<string>("--number") { Description = "The field or column that numbers go to.", DefaultValueFactory = _ => "Second line" };
        var every = new Option<double>("--every") { Description = "Seconds from one round to the next.", DefaultValueFactory = _ => 2 };
        var rounds = new Option<int>("--rounds") { Description = "How many rounds; 0: until it is stopped.", DefaultValueFactory = _ => 0 };
        var key = new Option<string?>("--key")
        {
            Description = "A key that a designer or an editor made, where Hang asks everybody to sign in; HANG_KEY in the environment goes too.",
            DefaultValueFactory = _ => Environment.GetEnvironmentVariable("HANG_KEY"),
        };
        var command = new Command("feed", "A stand-in for a program that knows scores: fills a roster with votes that change.")
        {
            graphic,
            to,
            name,
            number,
            every,
            rounds,
            key,
        };
        command.SetAction(
            async (words, cancel) =>
            {
                using var http = new HttpClient { BaseAddress = words.GetRequiredValue(to) };
                if (words.GetValue(key) is { Length: > 0 } secret)
                {
                    http.DefaultRequestHeaders.Authorization = new("Bearer", secret);
                }
                var votes = new int[Keepers.Length];
                for (var round = 1; words.GetRequiredValue(rounds) == 0 || round <= words.GetRequiredValue(rounds); round++)
                {
                    for (var i = 0; i < Keepers.Length; i++)
                    {
                        // Made up, and the same in every run.
                        votes[i] += (round * (i + 3) * 7 + i * 5) % 23;
                        await FillAsync(
                            http,
                            words.GetRequiredValue(graphic),
                            $"keeper{i + 1}",
                            new() { [words.GetRequiredValue(name)] = Keepers[i], [words.GetRequiredValue(number)] = $"{votes[i]} votes" },
                            cancel
                        );
                    }
                    Console.WriteLine(
                        string.Create(CultureInfo.InvariantCulture, $"Round {round}: {string.Join(", ", Keepers.Select((k, i) => $"{k} {votes[i]}"))}")
                    );
                    await Task.Delay(TimeSpan.FromSeconds(Math.Max(0.05, words.GetRequiredValue(every))), cancel);
                }
                return 0;
            }
        );
        return command;
    }

    private static async Task FillAsync(HttpClient http, Guid graphic, string row, Dictionary<string, string> values, CancellationToken cancel)
    {
        HttpResponseMessage answer;
        try
        {
            answer = await http.PutAsJsonAsync($"/api/graphics/{graphic}/roster/rows/{row}", values, cancel);
        }
        catch (HttpRequestException)
        {
            throw new ProblemException(
                $"Nothing answers at {http.BaseAddress?.ToString()}.",
                $"Start Hang there, or name another place with --to.",
                field: "--to"
            );
        }
        if (!answer.IsSuccessStatusCode)
        {
            var problem = await answer.Content.ReadFromJsonAsync<JsonElement>(cancel);
            throw new ProblemException(
                problem.TryGetProperty("title", out var title) ? (Sentence)$"{title.GetString()}" : $"The server answered {(int)answer.StatusCode}.",
                problem.TryGetProperty("detail", out var detail) ? (Sentence)$"{detail.GetString()}" : $"Try again."
            );
        }
    }
}
