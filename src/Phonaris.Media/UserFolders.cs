namespace Phonaris.Media;

/// <summary>The user's folders by the XDG Base Directory Specification.</summary>
public static class UserFolders
{
    /// <summary>For data: <c>$XDG_DATA_HOME</c>, or <c>~/.local/share</c>.</summary>
    public static string Data => Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.DoNotVerify);

    /// <summary>For settings: <c>$XDG_CONFIG_HOME</c>, or <c>~/.config</c>.</summary>
    public static string Settings => Environment.GetFolderPath(Environment.SpecialFolder.ApplicationData, Environment.SpecialFolderOption.DoNotVerify);

    /// <summary>For files that can be made again: <c>$XDG_CACHE_HOME</c>, or <c>~/.cache</c>.</summary>
    public static string Cache => Environment.GetEnvironmentVariable("XDG_CACHE_HOME") is { Length: > 0 } set && Path.IsPathRooted(set)
        ? set
        : Path.Combine(Environment.GetFolderPath(Environment.SpecialFolder.UserProfile, Environment.SpecialFolderOption.DoNotVerify), ".cache");
}
