namespace Phonaris.Web.Hosting;

/// <summary>Small files that only their owner can read.</summary>
internal static class PrivateFile
{
    public static void Write(string path, string text)
    {
        File.Delete(path);
        using var file = new FileStream(path, new FileStreamOptions { Mode = FileMode.CreateNew, Access = FileAccess.Write, UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite });
        using var writer = new StreamWriter(file);
        writer.Write(text);
    }
}
