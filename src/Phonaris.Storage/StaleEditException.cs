namespace Phonaris.Storage;

/// <summary>An edit was made on an older revision, and the same thing has been changed since.</summary>
/// <param name="since">What was done since, in words.</param>
public sealed class StaleEditException(string since) : Exception($"This was changed in the meantime ({since}). Look at it as it is now, and change it again if you still want to.");
