using Phonaris.Core.Shows;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Importing;

/// <summary>A sound to import.</summary>
/// <param name="Hash">The content hash of its file, imported before.</param>
/// <param name="Name">What the file was called.</param>
/// <param name="Kind">What it is for; null to guess.</param>
/// <param name="SlideId">The slide to lay it on at once; null for none.</param>
/// <param name="Index">Where a video gets a slide of its own, among all slides; null for none.</param>
public sealed record NewSound(string Hash, string Name, SoundKind? Kind = null, string? SlideId = null, int? Index = null) : INeedsFiles
{
    internal UploadedFile File => new(Hash, Name);

    IEnumerable<string> INeedsFiles.Files => [Hash];
}
