namespace Phonaris.Media.Films;

/// <summary>
/// How pictures are encoded so that a still costs only one of them: the first is encoded whole, and the following ones say in a few bytes,
/// written without an encoder, that nothing changes.
/// </summary>
internal interface IPictureCoding
{
    /// <summary>The extension of encoded parts; differs for each coding.</summary>
    string Ending { get; }

    /// <summary>The ffmpeg arguments to encode pictures, the first of which is a keyframe.</summary>
    /// <param name="kind">The kind of part.</param>
    /// <param name="pictures">The number of pictures; 1 for a still.</param>
    /// <param name="group">The number of pictures between keyframes.</param>
    IReadOnlyList<string> Arguments(PartKind kind, int pictures, int group);

    /// <summary>The number of pictures in an encoded part.</summary>
    int Count(ReadOnlySpan<byte> part);

    /// <summary>Writes the header before the first picture.</summary>
    /// <param name="stream">The output.</param>
    /// <param name="settings">Size and frame rate.</param>
    /// <param name="total">The total number of pictures.</param>
    void Begin(Stream stream, FilmSettings settings, long total);

    /// <summary>Writes pictures that all differ.</summary>
    /// <param name="stream">The output.</param>
    /// <param name="part">The encoded part.</param>
    /// <param name="at">The number of its first picture in the film, from 0.</param>
    void Changing(Stream stream, ReadOnlySpan<byte> part, long at);

    /// <summary>Writes a still: the encoded picture and the unchanged ones that follow.</summary>
    /// <param name="stream">The output.</param>
    /// <param name="part">The encoded part.</param>
    /// <param name="at">The number of its first picture in the film, from 0.</param>
    /// <param name="pictures">The number of pictures.</param>
    void Still(Stream stream, ReadOnlySpan<byte> part, long at, int pictures);
}
