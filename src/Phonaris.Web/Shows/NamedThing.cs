namespace Phonaris.Web.Shows;

/// <summary>Something that gets a name.</summary>
public sealed record NamedThing(string Name);
