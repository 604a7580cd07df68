using System.Text.Json.Serialization;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Shows;

/// <summary>An audio file in the show, kept as imported and never altered.</summary>
/// <param name="Id">Its id, which never changes.</param>
/// <param name="Name">Its name in the show.</param>
/// <param name="Kind">What it is for.</param>
/// <param name="Media">The content hash of the file, SHA-256 in lower-case hexadecimal.</param>
/// <param name="FileName">The name of the file as imported.</param>
/// <param name="Figures">What was measured of it.</param>
/// <param name="Rights">Whose it is.</param>
/// <param name="Markers">Named points in it, in order.</param>
/// <param name="Removed">Whether it was taken out of the list while cues of it are parked.</param>
public sealed record Sound(
    string Id, string Name, SoundKind Kind, string Media, string FileName, SoundFigures Figures, Rights Rights, ValueList<Marker> Markers,
    bool Removed = false) : IHasId
{
    /// <summary>Whether there is anything to hear in it: not in a video without sound.</summary>
    [JsonIgnore]
    public bool HasAudio => Video?.HasSound ?? true;

    /// <summary>The largest sound file that can be imported, in bytes: 2 GB.</summary>
    public const long GreatestBytes = 2_000_000_000;

    /// <summary>The most markers a sound can have.</summary>
    public const int MostMarkers = 500;

    /// <summary>What is known of its pictures, where it is a video, of which this is the sound; else null.</summary>
    public VideoFigures? Video { get; init; }

    /// <summary>Its length as the engine hears it, in frames at 48 kHz.</summary>
    [JsonIgnore]
    public long Frames => Figures.Frames;

    /// <summary>A sound just imported: named after its file or its tags, its kind guessed.</summary>
    /// <param name="id">Its id.</param>
    /// <param name="media">The content hash of its file.</param>
    /// <param name="fileName">The name of its file.</param>
    /// <param name="figures">What was measured.</param>
    /// <param name="rights">What its tags say.</param>
    /// <param name="kind">What it is for; null to guess.</param>
    /// <param name="video">What is known of its pictures; null where there are none.</param>
    /// <exception cref="RuleException">It is to be a video and has no pictures, or a sound and is silent pictures.</exception>
    public static Sound BroughtIn(string id, string media, string fileName, SoundFigures figures, Rights rights, SoundKind? kind, VideoFigures? video = null)
    {
        ArgumentNullException.ThrowIfNull(figures);
        var name = Names.FromFile(fileName);
        kind ??= video is not null ? SoundKind.Video : SoundKinds.Guess(name, figures);
        if (kind == SoundKind.Video && video is null) throw new RuleException($"{fileName} has no video. Add it as a sound.", "sound");
        if (kind != SoundKind.Video && video?.HasSound == false) throw new RuleException($"{fileName} has no audio. Add it as a video.", "sound");
        return new(id, name, kind.Value, media, fileName, figures, rights, []) { Video = kind == SoundKind.Video ? video : null };
    }

    /// <summary>Whether another is of the same file, used in the same way: as a video, or for its sound alone.</summary>
    public bool IsOfSameFile(Sound other) => other is not null && Media == other.Media && Video is null == other.Video is null;

    /// <summary>Says that a sound file is too large.</summary>
    public static RuleException TooLarge(string fileName) =>
        new($"{fileName} is larger than {GreatestBytes / 1_000_000_000} GB. Save it as FLAC or Ogg, or split it.");
}

/// <summary>A named point in a sound.</summary>
/// <param name="Id">Its id for as long as the sound lives.</param>
/// <param name="Name">Its name.</param>
/// <param name="Frame">Where, in frames at 48 kHz.</param>
public sealed record Marker(string Id, string Name, long Frame);

/// <summary>What a sound is for.</summary>
public enum SoundKind
{
    /// <summary>Music or ambience lying under.</summary>
    Bed,

    /// <summary>Speech.</summary>
    Voice,

    /// <summary>A short effect.</summary>
    Spot,

    /// <summary>A video, whose sound it is: it moves with its pictures.</summary>
    Video,
}
