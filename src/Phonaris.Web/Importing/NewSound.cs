using Phonaris.Core.Shows;
using Phonaris.Web.Jobs;

namespace Phonaris.Web.Importing;

/// <summary>A sound to import.</summary>
/// <param name="Hash">The content hash of its uploaded file.</param>
/// <param name="Name">The name of the file.</param>
/// <param name="Kind">The kind of sound; null to guess.</param>
/// <param name="SlideId">The slide to place it on; null for none.</param>
/// <param name="Index">The position of a new slide for a video; null for none.</param>
public sealed record NewSound(string Hash, string Name, SoundKind? Kind = null, string? SlideId = null, int? Index = null) : INeedsFiles
{
    internal UploadedFile File => new(Hash, Name);

    IEnumerable<string> INeedsFiles.Files => [Hash];
}
