using Phonaris.Web.Hosting;

namespace Phonaris.Web.Exports;

/// <summary>The files that exports made, each named after its job.</summary>
internal sealed class ExportedFiles(AppPaths paths)
{
    /// <summary>The path of a file.</summary>
    public string PathOf(string file) => Path.Combine(paths.Exports, Path.GetFileName(file));

    /// <summary>Deletes a file, if it exists.</summary>
    public void Delete(string file) => File.Delete(PathOf(file));
}
