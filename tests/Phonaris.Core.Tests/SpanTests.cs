using Phonaris.Core.Shows;

namespace Phonaris.Core.Tests;

public class SpanTests
{
    [Theory]
    [InlineData("3", "s3", "s3")]
    [InlineData("1-4", "s1", "s4")]
    [InlineData(" 1 – 4 ", "s1", "s4")]
    [InlineData("5–", "s5", "s6")]
    [InlineData("-2", "s1", "s2")]
    [InlineData("last 3", "s4", "s6")]
    [InlineData("ALL", "s1", "s6")]
    public void Typed_spans_are_parsed(string typed, string first, string last) =>
        Assert.Equal(new Span(first, last), Spans.Parse(typed, Shows.Of(6)));

    [Theory]
    [InlineData("")]
    [InlineData("-")]
    [InlineData("0")]
    [InlineData("7")]
    [InlineData("4-2")]
    [InlineData("last 9")]
    [InlineData("3 4")]
    [InlineData("99999999999999999999")]
    public void Invalid_spans_are_rejected_with_the_field(string typed) =>
        Assert.Equal("span", Assert.Throws<RuleException>(() => Spans.Parse(typed, Shows.Of(6))).Field);

    [Fact]
    public void Numbers_are_those_of_the_deck_and_hidden_slides_have_no_cues()
    {
        var show = Shows.Of(4) with { Slides = [Shows.Slide("a"), Shows.Slide("b", hidden: true), Shows.Slide("c"), Shows.Slide("d")] };
        Assert.Equal([new("c", "c"), new("c", "d"), new("a", "c"), new("a", "d"), new("c", "d")], new[] { "2-3", "3-4", "-3", "all", "last 2" }.Select(typed => Spans.Parse(typed, show)));
        Assert.Equal("Slide 2 is hidden. Show it first.", Assert.Throws<RuleException>(() => Spans.Parse("2", show)).Message);
        Assert.Throws<RuleException>(() => Spans.Parse("5", show));
        Assert.Equal([1, 3, 4], Core.Timing.RunningOrder.Of(show).Slides.Select(s => s.Number));
    }
}
