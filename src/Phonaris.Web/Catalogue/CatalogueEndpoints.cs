using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Bringing;
using Phonaris.Web.Hosting;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Catalogue;

/// <summary>The sound catalogue: search, listen, take.</summary>
internal static class CatalogueEndpoints
{
    public static void MapCatalogue(this RouteGroupBuilder api)
    {
        api.MapGet("/catalogue", async (
            string? words, string? kind, string? mood, double? least, double? most, ISoundCatalogue catalogue, CancellationToken cancel) =>
            TypedResults.Ok((await catalogue.SearchAsync(
                new(words, Enum.TryParse<SoundKind>(kind, ignoreCase: true, out var k) ? k : null, string.IsNullOrEmpty(mood) ? null : mood, least, most), cancel)).ToList()));

        api.MapGet("/catalogue/{pieceId}/file", async Task<FileStreamHttpResult> (string pieceId, ISoundCatalogue catalogue, CancellationToken cancel) =>
            TypedResults.Stream((await catalogue.OpenAsync(pieceId, cancel)).File, "audio/ogg", enableRangeProcessing: true));

        // Taken with its licence: it stands in the sound's rights from the beginning.
        api.MapPost("/shows/{id}/catalogue/{pieceId}", async Task<Results<Ok<Edited>, NotFound>> (
            string id, string pieceId, ISoundCatalogue catalogue, ShowStore shows, FileStore files, SoundLibrary library, ShowChanges changes,
            CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is null) return TypedResults.NotFound();
            var (piece, file) = await catalogue.OpenAsync(pieceId, cancel);
            string hash;
            await using (file) hash = await files.PutAsync(file, Sound.GreatestBytes, () => Sound.TooLarge(piece.FileName), cancel);
            var prepared = await library.PrepareAsync(hash, piece.FileName, null, cancel);
            var rights = new Rights(piece.Title, piece.Author, "the sound catalogue", piece.Licence, "", $"catalogue piece {piece.Id}");
            var sound = Sound.BroughtIn(NewId.Next(), hash, piece.FileName, prepared.Figures, rights, piece.Kind) with { Name = piece.Title };
            return await changes.AnswerAsync(await changes.ApplyAsync(id, show => BringSound.Known(show, hash) is { } there ? throw new RuleException($"{there.Name} is in the show already.") : new AddSound(sound, int.MaxValue), cancel));
        });
    }
}
