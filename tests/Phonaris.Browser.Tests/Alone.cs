namespace Phonaris.Browser.Tests;

/// <summary>Journeys that listen to the clock: they run by themselves, after the others.</summary>
[CollectionDefinition(Name, DisableParallelization = true)]
public sealed class Alone
{
    public const string Name = "alone";
}
