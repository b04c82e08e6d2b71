using System.CommandLine;
using Hang.Cli.Commands;
using Hang.Core;

namespace Hang.Cli;

/// <summary>The job from a shell. Exit codes: 0 done, 1 the job failed, 2 wrong words.</summary>
public static class Program
{
    public static async Task<int> Main(string[] arguments)
    {
        var root = new RootCommand("Hang from a shell: render, look at and check graphics without a server.")
        {
            RenderCommand.Make(), FrameCommand.Make(), InspectCommand.Make(), CheckCommand.Make(), FieldsCommand.Make(), FeedCommand.Make(), SchemaCommand.Make(),
        };
        var parsed = root.Parse(arguments);
        if (parsed.Errors.Count > 0)
        {
            await Console.Error.WriteLineAsync($"hang: {string.Join(" ", parsed.Errors.Select(e => e.Message))}");
            return 2;
        }
        using var cancel = new CancellationTokenSource();
        Console.CancelKeyPress += (_, e) =>
        {
            e.Cancel = true;
            cancel.Cancel();
        };
        try
        {
            return await parsed.InvokeAsync(new() { EnableDefaultExceptionHandler = false }, cancel.Token);
        }
        catch (ProblemException e)
        {
            await Console.Error.WriteLineAsync($"hang: {e.Problem}".ReplaceLineEndings(" "));
            return 1;
        }
        catch (OperationCanceledException)
        {
            await Console.Error.WriteLineAsync("hang: Cancelled. Nothing was written.");
            return 1;
        }
    }
}
