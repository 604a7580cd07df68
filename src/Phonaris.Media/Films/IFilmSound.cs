namespace Phonaris.Media.Films;

/// <summary>The sound of a film as a stream that is ready to be laid beside its pictures.</summary>
internal interface IFilmSound
{
    /// <summary>What ffmpeg calls the stream.</summary>
    string Format { get; }

    /// <summary>What ffmpeg is reported the stream before it reads it.</summary>
    IReadOnlyList<string> Leading { get; }

    /// <summary>Encodes what has not been encoded yet.</summary>
    Task PrepareAsync(IProgress<double>? progress, CancellationToken cancel);

    /// <summary>Writes the whole stream.</summary>
    Task CopyToAsync(Stream stream, CancellationToken cancel);
}
