using System.CommandLine;
using System.Runtime.InteropServices;
using Hang.Cli.Commands;
using Hang.Paint.Fonts;
using Hang.Scene;

namespace Hang.Cli;

/// <summary>The job from a shell. Exit codes: 0 done, 1 the job failed, 2 wrong words.</summary>
public static class Program
{
    public static async Task<int> Main(string[] arguments)
    {
        if (arguments is [FontTrial.Word])
        {
            return FontTrial.Serve(Console.OpenStandardInput(), Console.Out);
        }
        var root = new RootCommand("Hang from a shell: render, look at and check graphics without a server.")
        {
            RenderCommand.Make(),
            FrameCommand.Make(),
            InspectCommand.Make(),
            CheckCommand.Make(),
            FieldsCommand.Make(),
            FeedCommand.Make(),
            SchemaCommand.Make(),
        };
        var parsed = root.Parse(arguments);
        if (parsed.Errors.Count > 0)
        {
            await Console.Error.WriteLineAsync($"hang: {string.Join(" ", parsed.Errors.Select(e => Words.Plain(e.Message)))}");
            return 2;
        }
        using var cancel = new CancellationTokenSource();
        // However it is ended from outside, what was begun is cleared away.
        void End(PosixSignalContext signal)
        {
            // Who does not want to wait for that says so again.
            if (!cancel.IsCancellationRequested)
            {
                signal.Cancel = true;
                cancel.Cancel();
            }
        }
        using var interrupted = PosixSignalRegistration.Create(PosixSignal.SIGINT, End);
        using var terminated = PosixSignalRegistration.Create(PosixSignal.SIGTERM, End);
        using var left = PosixSignalRegistration.Create(PosixSignal.SIGHUP, End);
        try
        {
            return await parsed.InvokeAsync(new() { EnableDefaultExceptionHandler = false }, cancel.Token);
        }
        catch (ProblemException e)
        {
            await Console.Error.WriteLineAsync($"hang: {e.Problem}".ReplaceLineEndings(" "));
            return 1;
        }
        catch (Exception e) when (e is not OperationCanceledException)
        {
            // Words, never a trace: what is known of it stands in the message.
            await Console.Error.WriteLineAsync($"hang: It could not be done: {e.Message}".ReplaceLineEndings(" "));
            return 1;
        }
        catch (OperationCanceledException)
        {
            await Console.Error.WriteLineAsync("hang: Cancelled. Nothing was written.");
            return 1;
        }
    }
}
