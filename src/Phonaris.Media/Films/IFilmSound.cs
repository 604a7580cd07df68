namespace Phonaris.Media.Films;

/// <summary>The sound of a film as an encoded stream, ready to be muxed.</summary>
internal interface IFilmSound
{
    /// <summary>The name of the stream's format in ffmpeg.</summary>
    string Format { get; }

    /// <summary>The ffmpeg arguments before the stream as input.</summary>
    IReadOnlyList<string> Leading { get; }

    /// <summary>Encodes the missing parts.</summary>
    Task PrepareAsync(IProgress<double>? progress, CancellationToken cancel);

    /// <summary>Writes the whole stream.</summary>
    Task CopyToAsync(Stream stream, CancellationToken cancel);
}
