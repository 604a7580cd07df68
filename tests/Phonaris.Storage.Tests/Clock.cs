namespace Phonaris.Storage.Tests;

/// <summary>A clock set by the test.</summary>
internal sealed class Clock : TimeProvider
{
    public DateTimeOffset Now { get; set; } = DateTimeOffset.UtcNow;

    public override DateTimeOffset GetUtcNow() => Now;
}
