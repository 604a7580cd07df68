using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Storage;

namespace Phonaris.Storage;

/// <summary>
/// Tries again what met a busy database. SQLite has one writer; nothing slow is done while its lock is held, so a busy database is free again soon.
/// </summary>
internal sealed class BusyRetry(ExecutionStrategyDependencies dependencies) : ExecutionStrategy(dependencies, MostRetries, MostDelay)
{
    private const int MostRetries = 5;

    private static readonly TimeSpan MostDelay = TimeSpan.FromSeconds(1);

    /// <summary>SQLITE_BUSY and SQLITE_LOCKED.</summary>
    private const int Busy = 5, Locked = 6;

    protected override bool ShouldRetryOn(Exception exception) => exception is SqliteException { SqliteErrorCode: Busy or Locked };
}
