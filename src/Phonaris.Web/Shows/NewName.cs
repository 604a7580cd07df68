namespace Phonaris.Web.Shows;

/// <summary>A request with a name.</summary>
public sealed record NewName(string Name);
