using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Storage;

namespace Phonaris.Storage;

/// <summary>
/// Retries operations on a busy database. SQLite allows one writer; its lock is never held for slow work, so the database is soon free again.
/// </summary>
internal sealed class BusyRetry(ExecutionStrategyDependencies dependencies) : ExecutionStrategy(dependencies, MostRetries, MostDelay)
{
    private const int MostRetries = 5;

    private static readonly TimeSpan MostDelay = TimeSpan.FromSeconds(1);

    /// <summary>SQLITE_BUSY and SQLITE_LOCKED.</summary>
    private const int Busy = 5, Locked = 6;

    protected override bool ShouldRetryOn(Exception exception) => exception is SqliteException { SqliteErrorCode: Busy or Locked };
}
