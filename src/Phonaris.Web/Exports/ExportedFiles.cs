using Phonaris.Web.Hosting;

namespace Phonaris.Web.Exports;

/// <summary>The files that exports made, each named after its job.</summary>
internal sealed class ExportedFiles(AppPaths paths)
{
    /// <summary>Where a file is.</summary>
    public string PathOf(string file) => Path.Combine(paths.Exports, Path.GetFileName(file));

    /// <summary>Removes a file; one that is gone already is no matter.</summary>
    public void Delete(string file) => File.Delete(PathOf(file));
}
