using Microsoft.Data.Sqlite;
using Phonaris.Media;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>Recognises failures of the machine.</summary>
internal static class Faults
{
    /// <summary>Whether an exception, or its cause, is a full disk: the file system's error, or SQLite's.</summary>
    public static bool IsDiskFull(Exception? exception) =>
        exception is not null && (DiskFull.Caused(exception) || exception is SqliteException { SqliteErrorCode: DatabaseFile.Full } || IsDiskFull(exception.InnerException));
}
