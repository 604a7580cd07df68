using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Formats;
using Phonaris.Media;
using Phonaris.Storage;
using Phonaris.Web.Hosting;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Importing;

/// <summary>Opening saved packages, and duplicating shows.</summary>
internal static class PackageEndpoints
{
    public static void MapPackages(this RouteGroupBuilder api)
    {
        api.MapPost("/shows/open", async Task<Created<ShowCard>> (
            UploadedFile package, ShowChanges changes, FileStore files, FileUses uses, AppPaths paths, UnusedFiles unused, CancellationToken cancel) =>
        {
            var name = Names.Plain(package.Name);
            var import = new FileImport(uses);
            try
            {
                await using (import)
                {
                    var show = await ShowPackage.ReadAsync(package.PathIn(files), HasAsync, KeepAsync, cancel, name, needed => Room.Need(paths.Files, needed, name));
                    var added = await AddedAsync(show, changes, cancel);
                    await uses.ReleaseUploadsAsync(package.Hash, CancellationToken.None);
                    return added;
                }
            }
            finally
            {
                // Deletes the package, which is no longer needed, or what was unpacked of one that cannot be opened.
                await unused.RemoveAsync([.. import.Hashes, package.Hash], CancellationToken.None);
            }

            async Task<bool> HasAsync(string hash)
            {
                await import.ClaimAsync(hash);
                return files.Has(hash);
            }

            Task<string> KeepAsync(Stream content, long most) =>
                files.PutAsync(content, most, () => new($"{name} is damaged because one of its files is longer than declared."), cancel, import.ClaimAsync);
        });

        api.MapPost("/shows/{id}/duplicate", async Task<Results<Created<ShowCard>, NotFound>> (string id, ShowStore shows, ShowChanges changes, CancellationToken cancel) =>
            await shows.FindAsync(id, cancel) is { } stored ? await AddedAsync(Copied(stored.Show), changes, cancel) : TypedResults.NotFound());
    }

    private static Show Copied(Show show)
    {
        const string copy = ", copy";
        return show with { Title = Names.Short(show.Title, RenameShow.LongestTitle - copy.Length) + copy };
    }

    private static async Task<Created<ShowCard>> AddedAsync(Show show, ShowChanges changes, CancellationToken cancel)
    {
        var stored = await changes.AddAsync(NewId.Next(), show, null, cancel);
        return TypedResults.Created($"/api/shows/{stored.Id}", ShowViews.Card(stored));
    }
}
