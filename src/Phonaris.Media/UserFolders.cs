namespace Phonaris.Media;

/// <summary>The user's folders by the XDG Base Directory Specification.</summary>
public static class UserFolders
{
    /// <summary>For data: <c>$XDG_DATA_HOME</c>, or <c>~/.local/share</c>.</summary>
    /// <exception cref="RuleException">The user has no home folder.</exception>
    public static string Data => Known(Environment.SpecialFolder.LocalApplicationData);

    /// <summary>For settings: <c>$XDG_CONFIG_HOME</c>, or <c>~/.config</c>.</summary>
    /// <exception cref="RuleException">The user has no home folder.</exception>
    public static string Settings => Known(Environment.SpecialFolder.ApplicationData);

    /// <summary>For files that can be made again: <c>$XDG_CACHE_HOME</c>, or <c>~/.cache</c>.</summary>
    public static string Cache => Environment.GetEnvironmentVariable("XDG_CACHE_HOME") is { Length: > 0 } set && Path.IsPathRooted(set)
        ? set
        : Path.Combine(Known(Environment.SpecialFolder.UserProfile), ".cache");

    private static string Known(Environment.SpecialFolder folder) => Environment.GetFolderPath(folder, Environment.SpecialFolderOption.DoNotVerify) is { Length: > 0 } path
        ? path
        : throw new RuleException("You have no home folder. Set HOME, or PHONARIS_DATA and PHONARIS_CACHE, to folders that can be written.") { IsOfMachine = true };
}
