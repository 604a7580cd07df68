using System.Text.Json.Serialization;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Shows;

/// <summary>An audio file in the show, stored as imported and never changed.</summary>
/// <param name="Id">Its id, which never changes.</param>
/// <param name="Name">Its name in the show.</param>
/// <param name="Kind">What it is for.</param>
/// <param name="Media">The content hash of the file, SHA-256 in lower-case hexadecimal.</param>
/// <param name="FileName">The name of the file as imported.</param>
/// <param name="Figures">Its measurements.</param>
/// <param name="Rights">Its usage rights.</param>
/// <param name="Markers">Named positions in it, in order.</param>
/// <param name="Removed">Whether it was removed from the list while parked cues still use it.</param>
public sealed record Sound(
    string Id, string Name, SoundKind Kind, string Media, string FileName, SoundFigures Figures, Rights Rights, ValueList<Marker> Markers,
    bool Removed = false) : IHasId
{
    /// <summary>Whether it can be heard; false for a video without sound.</summary>
    [JsonIgnore]
    public bool HasAudio => Video?.HasSound ?? true;

    /// <summary>The largest sound file that can be imported, in bytes: 2 GB.</summary>
    public const long GreatestBytes = 2_000_000_000;

    /// <summary>The most markers a sound can have.</summary>
    public const int MostMarkers = 500;

    /// <summary>The video's properties, when this is the sound of a video; otherwise null.</summary>
    public VideoFigures? Video { get; init; }

    /// <summary>Its length after conversion, in frames at 48 kHz.</summary>
    [JsonIgnore]
    public long Frames => Figures.Frames;

    /// <summary>A sound just imported, named after its file or its tags.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="media">The content hash of its file.</param>
    /// <param name="fileName">The name of its file.</param>
    /// <param name="figures">Its measurements.</param>
    /// <param name="rights">The rights in its tags.</param>
    /// <param name="kind">Its kind; null to guess.</param>
    /// <param name="video">The video's properties; null for a sound.</param>
    /// <exception cref="RuleException">It is to be a video and has no picture, or it is to be a sound and is a video without sound.</exception>
    public static Sound BroughtIn(string id, string media, string fileName, SoundFigures figures, Rights rights, SoundKind? kind, VideoFigures? video = null)
    {
        ArgumentNullException.ThrowIfNull(figures);
        var name = Names.FromFile(fileName);
        kind ??= video is not null ? SoundKind.Video : SoundKinds.Guess(name, figures);
        if (kind == SoundKind.Video && video is null) throw new RuleException($"{fileName} has no video. Add it as a sound.", "sound");
        if (kind != SoundKind.Video && video?.HasSound == false) throw new RuleException($"{fileName} has no audio. Add it as a video.", "sound");
        return new(id, name, kind.Value, media, fileName, figures, rights, []) { Video = kind == SoundKind.Video ? video : null };
    }

    /// <summary>Whether another is of the same file and used in the same way: as a video, or as a sound.</summary>
    public bool IsOfSameFile(Sound other) => other is not null && Media == other.Media && Video is null == other.Video is null;

    /// <summary>The error for a sound file that is too large.</summary>
    public static RuleException TooLarge(string fileName) =>
        new($"{fileName} is larger than {GreatestBytes / 1_000_000_000} GB. Save it as FLAC or Ogg, or split it.");
}

/// <summary>A named position in a sound.</summary>
/// <param name="Id">Its id, unique within the sound.</param>
/// <param name="Name">Its name.</param>
/// <param name="Frame">Its position in frames at 48 kHz.</param>
public sealed record Marker(string Id, string Name, long Frame);

/// <summary>The kind of a sound.</summary>
public enum SoundKind
{
    /// <summary>Music or ambience in the background.</summary>
    Bed,

    /// <summary>Speech.</summary>
    Voice,

    /// <summary>A short effect.</summary>
    Spot,

    /// <summary>A video and its sound, which move together.</summary>
    Video,
}
