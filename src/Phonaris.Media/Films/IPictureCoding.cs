namespace Phonaris.Media.Films;

/// <summary>
/// How pictures are coded so that a still costs one of them: the first is coded whole, and those that follow say that nothing changed, in a few bytes
/// that need no encoder.
/// </summary>
internal interface IPictureCoding
{
    /// <summary>The ending of the names of coded parts: of another for each way of coding.</summary>
    string Ending { get; }

    /// <summary>What ffmpeg is told to code pictures, the first of which can be sought to.</summary>
    /// <param name="kind">What they are of.</param>
    /// <param name="pictures">How many there are; 1 for a still.</param>
    /// <param name="group">After how many of them one comes that can be sought to.</param>
    IReadOnlyList<string> Arguments(PartKind kind, int pictures, int group);

    /// <summary>How many pictures there are in a coded part.</summary>
    int Count(ReadOnlySpan<byte> part);

    /// <summary>Writes what comes before the first picture.</summary>
    /// <param name="stream">Where to.</param>
    /// <param name="settings">Size and rate.</param>
    /// <param name="total">How many pictures will come.</param>
    void Begin(Stream stream, FilmSettings settings, long total);

    /// <summary>Writes pictures that are each another than the one before.</summary>
    /// <param name="stream">Where to.</param>
    /// <param name="part">The coded part.</param>
    /// <param name="at">The number of its first picture in the film, from 0.</param>
    void Changing(Stream stream, ReadOnlySpan<byte> part, long at);

    /// <summary>Writes a still: the coded picture, and those that follow it, in which nothing changes.</summary>
    /// <param name="stream">Where to.</param>
    /// <param name="part">The coded part.</param>
    /// <param name="at">The number of its first picture in the film, from 0.</param>
    /// <param name="pictures">How many pictures it is there.</param>
    void Still(Stream stream, ReadOnlySpan<byte> part, long at, int pictures);
}
