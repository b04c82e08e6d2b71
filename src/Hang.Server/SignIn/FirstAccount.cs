using Hang.Server.Hosting;
using Hang.Store.Accounts;

namespace Hang.Server.SignIn;

/// <summary>
/// Where there is no account yet, whoever starts the server makes the first: a code for it lies in a file that the start command prints, and is told to
/// nobody over the network. Each start makes another.
/// </summary>
internal sealed class FirstAccount(AccountStore accounts, InvitationStore invitations, ServerOptions options) : IHostedService
{
    public const string FileName = "first-account";
    private static readonly TimeSpan Lasts = TimeSpan.FromDays(1);

    private string Path => System.IO.Path.Combine(options.Files, FileName);

    public async Task StartAsync(CancellationToken cancellationToken)
    {
        Made();
        if (await accounts.AnyAsync(cancellationToken))
        {
            return;
        }
        var code = Secrets.Code();
        await invitations.ForgetNewAsync(cancellationToken);
        await invitations.AddAsync(Secrets.CodeHash(code), new(Role.Designer, null), Lasts, cancellationToken);
        Directory.CreateDirectory(options.Files);
        var create = new FileStreamOptions { Mode = FileMode.Create, Access = FileAccess.Write };
        if (!OperatingSystem.IsWindows())
        {
            create.UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        }
        await using var file = new FileStream(Path, create);
        await using var text = new StreamWriter(file);
        await text.WriteLineAsync(code);
    }

    public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <summary>The first account is there; its code is of no use any more.</summary>
    public void Made() => File.Delete(Path);
}
