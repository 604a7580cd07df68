using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Formats.Captions;

namespace Phonaris.Formats.Tests;

/// <summary>Notes as captions.</summary>
public sealed class CaptionFilesTests
{
    [Fact]
    public void Captions_are_written_as_WebVTT_and_SubRip()
    {
        var show = Made(["Moths & lamps <3. They come at dusk, and stay until the lamp goes out and the night is theirs again.", "", "From dusk --> dawn."], [4000, 60_000, 4000]);
        var captions = Caption.Of(show, RunningOrder.Of(show).Slides);
        // The client's tests check this file with a parser of the standard.
        Assert.Equal(File.ReadAllText("said.vtt"), CaptionFiles.WebVtt(captions));
        Assert.StartsWith("1\n00:00:00,000 --> 00:00:00,693\nMoths & lamps <3.\n\n2\n", CaptionFiles.SubRip(captions));
    }

    private static Show Made(string[] notes, long[] holds) => Show.Empty("Said") with
    {
        Slides = [.. notes.Select((said, n) => new Slide($"s{n}", "", "", said, new(new string('0', 64), MediaTypes.Png, 1, 16, 9), holds[n], Transition.Cut, false, Step.Whole($"s{n}")))],
    };
}
