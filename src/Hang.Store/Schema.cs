using DbUp;
using DbUp.Engine.Output;

namespace Hang.Store;

/// <summary>Brings a database to the schema that this build needs.</summary>
public static class Schema
{
    /// <summary>Runs the migrations that have not run yet, in order, each in a transaction.</summary>
    /// <exception cref="InvalidOperationException">A migration failed; the cause is inside.</exception>
    public static void Migrate(string connectionString)
    {
        var result = DeployChanges.To.PostgresqlDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Schema).Assembly)
            .WithTransactionPerScript()
            .LogTo(new NoOpUpgradeLog())
            .Build()
            .PerformUpgrade();
        if (!result.Successful)
        {
            throw new InvalidOperationException($"The migration {result.ErrorScript?.Name} failed.", result.Error);
        }
    }
}
