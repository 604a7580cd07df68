using System.Text.Json.Serialization;

namespace Phonaris.Core.Shows.Edits;

/// <summary>Replaces the pictures of slides and their steps, as when a deck is joined with its exact pages.</summary>
/// <param name="Pictures">The slides with their pictures.</param>
public sealed record SetPictures(ValueList<SlidePicture> Pictures) : Edit
{
    /// <inheritdoc/>
    public override Applied Apply(Show show)
    {
        ArgumentNullException.ThrowIfNull(show);
        List<SlidePicture> before = [];
        foreach (var (slideId, picture, ofSteps) in Pictures)
        {
            Cards.Validate(picture);
            var slide = show.Slide(slideId);
            before.Insert(0, new(slideId, slide.Picture, [.. slide.Steps.Select(s => s.Picture)]));
            var steps = slide.Steps.Select((s, i) => s with { Picture = i < ofSteps.Count ? ofSteps[i] : null });
            show = show.With(slide with { Picture = picture, Steps = [.. steps] });
        }
        return new(show, new SetPictures([.. before]));
    }

    /// <inheritdoc/>
    public override string Sentence(Show before) => Pictures.Count == 1
        ? $"Changed the picture of “{before.Slide(Pictures[0].SlideId).Title}”"
        : $"Changed the pictures of {Pictures.Count} slides";

    /// <inheritdoc/>
    public override IEnumerable<string> Touches(Show before) => Pictures.SelectMany(p => (string[])[$"slide:{p.SlideId}/picture", $"slide:{p.SlideId}/steps"]);
}

/// <summary>A slide, its picture, and the pictures of its steps in order; further steps have no picture of their own.</summary>
public sealed record SlidePicture(string SlideId, PictureSource Picture, [property: JsonConverter(typeof(ValueListWithGaps<PictureSource>))] ValueList<PictureSource?> Steps);
