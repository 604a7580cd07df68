using Phonaris.Core.Shows;
using Phonaris.Core.Timing;
using Phonaris.Formats.Captions;

namespace Phonaris.Formats.Tests;

/// <summary>Notes as captions.</summary>
public sealed class CaptionFilesTests
{
    [Fact]
    public void They_are_written_as_webvtt_and_subrip()
    {
        var captions = Caption.Of(Made(["Moths & lamps <3. They come at dusk, and stay until the lamp goes out and the night is theirs again.", ""], 4000), RunningOrder.Of(Made(["a", ""], 4000)).Slides);
        Assert.Equal(
            """
            WEBVTT

            00:00:00.000 --> 00:00:00.693
            Moths &amp; lamps &lt;3.

            00:00:00.693 --> 00:00:04.000
            They come at dusk, and stay until the lamp
            goes out and the night is theirs again.

            """, CaptionFiles.WebVtt(captions));
        Assert.StartsWith("1\n00:00:00,000 --> 00:00:00.693\nMoths & lamps <3.\n\n2\n", CaptionFiles.SubRip(captions));
    }

    private static Show Made(string[] notes, long hold) => Show.Empty("Said") with
    {
        Slides = [.. notes.Select((said, n) => new Slide($"s{n}", "", "", said, new(new string('0', 64), MediaTypes.Png, 1, 16, 9), hold, Transition.Cut, false, Step.Whole($"s{n}")))],
    };
}
