using CsCheck;
using Phonaris.Core.Shows;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>Notes as readable captions.</summary>
public sealed class CaptionTests
{
    [Fact]
    public void Captions_have_at_most_two_short_lines_and_contain_every_word()
    {
        var word = Gen.String[Gen.Char["aé.!?<&>-"], 1, 60];
        Gen.Select(word.Array[0, 60].Select(w => string.Join(' ', w)).Array[1, 4], Gen.Long[1000, 60_000]).Sample((notes, hold) =>
        {
            var show = Made(notes, hold);
            var order = RunningOrder.Of(show).Slides;
            var captions = Caption.Of(show, order);
            Assert.All(captions, c => Assert.InRange(c.Lines.Count, 1, Caption.MostLines));
            Assert.All(captions.SelectMany(c => c.Lines), l => Assert.InRange(l.Length, 1, Caption.LongestLine));
            // They follow each other, each within its slide's hold.
            Assert.All(captions.Zip(captions.Skip(1)), pair => Assert.True(pair.First.EndFrame <= pair.Second.StartFrame));
            foreach (var (slide, said) in order.Zip(notes))
            {
                var own = captions.Where(c => c.StartFrame >= slide.StartFrame && c.StartFrame < slide.EndFrame).ToList();
                Assert.Equal(said.Replace(" ", "", StringComparison.Ordinal), string.Concat(own.SelectMany(c => c.Lines)).Replace(" ", "", StringComparison.Ordinal));
                if (own.Count > 0) Assert.Equal((slide.StartFrame, slide.EndFrame), (own[0].StartFrame, own[^1].EndFrame));
            }
        }, iter: 300);
    }

    private static Show Made(string[] notes, long hold) => Shows.Of(notes.Length, hold) with { Slides = [.. notes.Select((said, n) => Shows.Slide($"s{n}", hold) with { Notes = said })] };
}
