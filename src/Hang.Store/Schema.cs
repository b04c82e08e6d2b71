using System.Globalization;
using DbUp;
using DbUp.Engine.Output;

namespace Hang.Store;

/// <summary>Brings a database to the schema that this build needs.</summary>
public static class Schema
{
    /// <summary>Runs the migrations that have not run yet, in order, each in a transaction.</summary>
    /// <param name="upTo">Number of the last migration to run; for tests of what comes after it.</param>
    /// <exception cref="InvalidOperationException">A migration failed; the cause is inside.</exception>
    public static void Migrate(string connectionString, int upTo = int.MaxValue)
    {
        var result = DeployChanges
            .To.PostgresqlDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Schema).Assembly, name => NumberOf(name) <= upTo)
            .WithTransactionPerScript()
            .LogTo(new NoOpUpgradeLog())
            .Build()
            .PerformUpgrade();
        if (!result.Successful)
        {
            throw new InvalidOperationException($"The migration {result.ErrorScript?.Name} failed.", result.Error);
        }
    }

    /// <summary>The number that a script's file name begins with.</summary>
    private static int NumberOf(string resource) => int.Parse(resource.Split('.')[^2].Split('_')[0], CultureInfo.InvariantCulture);
}
