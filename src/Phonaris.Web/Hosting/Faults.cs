using Microsoft.Data.Sqlite;
using Phonaris.Media;
using Phonaris.Storage;

namespace Phonaris.Web.Hosting;

/// <summary>Recognises faults of the machine.</summary>
internal static class Faults
{
    /// <summary>Whether an exception, or what caused it, says that the disk is full: the file system's word for it, or SQLite's.</summary>
    public static bool IsDiskFull(Exception? exception) =>
        exception is not null && (DiskFull.Caused(exception) || exception is SqliteException { SqliteErrorCode: DatabaseFile.Full } || IsDiskFull(exception.InnerException));
}
