using Phonaris.Core.Music;

namespace Phonaris.Core.Tests;

/// <summary>Beats of pieces with known beats.</summary>
public sealed class BeatTests
{
    [Theory]
    [InlineData("click", 60, 4), InlineData("click", 128, 4), InlineData("click", 180, 4)]
    [InlineData("drums", 60, 4), InlineData("drums", 90, 4), InlineData("drums", 150, 4), InlineData("drums", 180, 4)]
    [InlineData("waltz", 90, 3), InlineData("waltz", 150, 3)]
    [InlineData("sparse", 72, 4), InlineData("sparse", 120, 4), InlineData("sparse", 160, 4), InlineData("pads", 80, 4), InlineData("pads", 110, 4)]
    [InlineData("sparse", 56, 4), InlineData("sparse", 90, 3), InlineData("pads", 60, 3), InlineData("waltz", 70, 3), InlineData("waltz", 180, 3), InlineData("rolled", 88, 5)]
    public void Steady_beats_are_detected(string style, double bpm, int perBar)
    {
        var (piece, hit, right) = Found(new Band(40).Play(style, bpm, perBar));
        Assert.InRange(piece.TempoBpm, bpm * 0.98, bpm * 1.02);
        Assert.True(hit >= 0.95 && right >= 0.95, $"{hit:0.00} of the beats found, {right:0.00} of those found are beats");
        Assert.True(piece.HasBeat);
        if (style is "waltz" or "drums" or "pads") Assert.Equal(perBar, piece.BeatsPerBar);
    }

    [Theory]
    [InlineData("drums", 0.1), InlineData("click", -0.15)]
    public void A_drifting_tempo_is_followed(string style, double change)
    {
        var (_, hit, right) = Found(new Band(60).Play(style, 100, drift: at => 1 + change * at));
        Assert.True(hit >= 0.95 && right >= 0.95, $"{hit:0.00} of the beats found, {right:0.00} of those found are beats");
    }

    [Fact]
    public void A_fluctuating_tempo_is_followed_with_low_confidence()
    {
        var (piece, hit, right) = Found(new Band(60).Play("pads", 90, drift: at => 1 + 0.12 * Math.Sin(25 * at)));
        Assert.True(hit >= 0.9 && right >= 0.9, $"{hit:0.00} of the beats found, {right:0.00} of those found are beats");
        Assert.InRange(piece.Confidence, Piece.LeastConfidence, 0.7);
    }

    [Fact]
    public void Sounds_without_a_beat_have_low_confidence()
    {
        Assert.All(
            new[] { new Band(30).Drift(drops: false), new Band(30).Drift(drops: true), new Band(5), new Band(0.2).Play("click", 100) },
            sound => Assert.False(Piece.Of(sound, null, CancellationToken.None).HasBeat));
        Assert.True(Piece.Of(new Band(3), null, CancellationToken.None).IsSilent);
    }

    [Fact]
    public void Downbeats_are_where_the_chords_change()
    {
        var band = new Band(40).Play("drums", 120);
        var piece = Piece.Of(band, null, CancellationToken.None);
        var first = band.Beats.FindIndex(b => Math.Abs(b - piece.Beats[piece.FirstDownbeat] / (double)Band.Rate) < 0.04);
        Assert.Equal(0, first % 4);
    }

    private static (Piece Piece, double Hit, double Right) Found(Band band)
    {
        var piece = Piece.Of(band, null, CancellationToken.None);
        var found = piece.Beats.Select(b => b / (double)Band.Rate).ToList();
        return (piece, Near(band.Beats, found), Near(found, band.Beats));

        static double Near(List<double> some, List<double> others) => some.Count(s => others.Any(o => Math.Abs(o - s) <= 0.035)) / (double)some.Count;
    }
}
