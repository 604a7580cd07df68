using Microsoft.AspNetCore.Http.HttpResults;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Media.Sounds;
using Phonaris.Storage;
using Phonaris.Web.Shows;

namespace Phonaris.Web.Catalogue;

/// <summary>The sound catalogue: search, listen, add.</summary>
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

        // The licence is stored with the sound's rights from the beginning.
        api.MapPost("/shows/{id}/catalogue/{pieceId}", async Task<Results<Ok<Edited>, NotFound>> (
            string id, string pieceId, ISoundCatalogue catalogue, ShowStore shows, FileStore files, FileUses uses, SoundLibrary library, ShowChanges changes,
            CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is null) return TypedResults.NotFound();
            await using var import = new FileImport(uses);
            var (piece, hash, figures) = await TakeAsync(pieceId, catalogue, files, import, library, cancel);
            var sound = Sound.BroughtIn(NewId.Next(), hash, piece.FileName, figures, piece.Rights, piece.Kind) with { Name = piece.Title };
            return await changes.AnswerAsync(await changes.ApplyAsync(id, show => show.FindSameFile(sound) is { } there ? throw new RuleException($"{there.Name} is already in the show.") : new AddSound(sound, int.MaxValue), cancel));
        });

        // Replaces a sound, for example one that is not cleared; its cues keep their settings.
        api.MapPost("/shows/{id}/sounds/{soundId}/catalogue/{pieceId}", async Task<Results<Ok<Edited>, NotFound>> (
            string id, string soundId, string pieceId, ISoundCatalogue catalogue, ShowStore shows, FileStore files, FileUses uses, SoundLibrary library, ShowChanges changes, CancellationToken cancel) =>
        {
            if (await shows.FindAsync(id, cancel) is not { } stored) return TypedResults.NotFound();
            var name = stored.Show.Sound(soundId).Name;
            await using var import = new FileImport(uses);
            var (piece, hash, figures) = await TakeAsync(pieceId, catalogue, files, import, library, cancel);
            if (stored.Show.Cues.Any(c => c.SoundId == soundId && c.Fit is not null)) await library.Fits.PieceAsync(hash, cancel);
            return await changes.AnswerAsync(await changes.ApplyAsync(
                id, _ => new Several([new ReplaceSound(soundId, hash, piece.FileName, figures), new RenameSound(soundId, piece.Title), new SetRights(soundId, piece.Rights)], $"Replaced {name} with {piece.Title}"), cancel));
        });
    }

    private static async Task<(CataloguePiece Piece, string Hash, SoundFigures Figures)> TakeAsync(
        string pieceId, ISoundCatalogue catalogue, FileStore files, FileImport import, SoundLibrary library, CancellationToken cancel)
    {
        var (piece, file) = await catalogue.OpenAsync(pieceId, cancel);
        string hash;
        await using (file) hash = await files.PutAsync(file, Sound.GreatestBytes, () => Sound.TooLarge(piece.FileName), cancel, import.ClaimAsync);
        var prepared = await library.PrepareAsync(hash, piece.FileName, null, cancel);
        // Levels that follow their targets depend on it.
        await library.Loudness.PrepareAsync([new(hash, 1)], cancel);
        return (piece, hash, prepared.Figures);
    }
}
