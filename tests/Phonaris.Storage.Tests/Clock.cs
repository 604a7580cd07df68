namespace Phonaris.Storage.Tests;

/// <summary>A clock that is set by hand.</summary>
internal sealed class Clock : TimeProvider
{
    public DateTimeOffset Now { get; set; } = DateTimeOffset.UtcNow;

    public override DateTimeOffset GetUtcNow() => Now;
}
