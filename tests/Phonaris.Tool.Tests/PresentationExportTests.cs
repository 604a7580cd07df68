using CsCheck;
using DocumentFormat.OpenXml;
using DocumentFormat.OpenXml.Packaging;
using DocumentFormat.OpenXml.Validation;
using Phonaris.Core.Shows;
using Phonaris.Core.Tests;
using Phonaris.Core.Timing;
using Phonaris.Exports;
using Phonaris.Exports.Presentations;
using Phonaris.Formats.Decks;
using Phonaris.Formats.Presentations;

namespace Phonaris.Tool.Tests;

/// <summary>Made-up shows as presentation files: with any settings of cues, the file is valid, and has the start and extent of each sound.</summary>
public sealed class PresentationExportTests : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("phonaris-presentation");

    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public void Any_show_exports_the_right_sound_positions(bool byHand) => Shows.Any.Sample(
        show =>
        {
            var timed = TimedShow.Of(show);
            if (timed.Order.Slides.Count == 0) return;
            var export = Export.Of(timed, "", new());
            var (sounds, _) = byHand ? HandSounds.Of(export) : ClockSounds.Of(export);
            foreach (var sound in sounds)
            {
                Assert.InRange(sound.First, 0, sound.Last);
                Assert.InRange(sound.Last, sound.First, show.Slides.Count - 1);
                Assert.False(show.Slides[sound.First].Hidden);
                Assert.InRange(sound.Step ?? 0, 0, show.Slides[sound.First].Steps.Count - 1);
                Assert.True((sound.Video is not null || sound.To > sound.From) && sound.From >= 0 && sound.DelayMs >= 0);
                // In a self-running file each starts when its cue does, to the millisecond.
                if (!byHand)
                    Assert.Contains(sound.Video is null ? timed.Schedule.Cues : timed.Schedule.Cues.Concat(timed.Schedule.Silent), c => c.SoundId == sound.Sound.Id && Math.Abs(Math.Max(c.StartFrame, 0) - timed.Order.Slides.First(s => s.Index == sound.First).StartFrame - sound.DelayMs * Frames.PerMs) < Frames.PerMs);
            }

            var read = Written(show, sounds, byHand);
            Assert.Equal(show.Slides.Select(s => s.Hidden), read.Slides.Select(s => s.Hidden));
            Assert.Equal(byHand ? show.Slides.Select(_ => (long?)null) : show.Slides.Select(s => (long?)s.HoldMs), read.Slides.Select(s => s.HoldMs));
            // Copies of one manual sound, up to the same slide, are read as one.
            var wanted = sounds.Where(s => s.Step is not null).Select(s => s.Video is { } video ? (s.First + 1, s.First + 1, video.Rounds == Cue.FillSpan, s.DelayMs) : (s.First + 1, s.Last + 1, s.Loops, s.DelayMs)).Order();
            Assert.Equal(wanted, read.Sounds.Where(s => s.Start != "hand").Select(s => (s.FirstSlide, s.LastSlide, s.Loop, s.DelayMs)).Order());
            Assert.Equal(sounds.Where(s => s.Step is null).Select(s => s.First + 1).DefaultIfEmpty(0).Min(), read.Sounds.Where(s => s.Start == "hand").Select(s => s.FirstSlide).DefaultIfEmpty(0).Min());
        },
        iter: 35, threads: 1);

    public void Dispose() => _folder.Delete(recursive: true);

    private Deck Written(Show show, IReadOnlyList<SoundOnSlides> sounds, bool byHand)
    {
        var (picture, path) = (File("slide.png"), Path.Combine(_folder.FullName, "out.pptx"));
        var slides = show.Slides.Select((slide, n) => new PresentationSlide(
            slide, [.. RunningOrder.StepsMs(slide)], _ => Task.FromResult<IReadOnlyList<(int, string)>>([(0, picture)]),
            [.. sounds.Where(s => s.First == n && s.Video is null).Select(s => new PresentationSound(
                s.Sound.Name, "", File(Path.GetFileName(s.FileName)), (s.To - s.From) / Frames.PerMs, s.Last - s.First + 1, s.Loops, s.Step, s.DelayMs, s.Spot is { } spot ? new(spot, picture) : null))])
        {
            Videos = [.. sounds.Where(s => s.First == n && s.Video is not null).Select(s => VideosOnSlides.Of(show, s, File(s.Sound.Media), picture))],
        });
        System.IO.File.Delete(path);
        PresentationWriter.WriteAsync(new([.. slides], [], byHand, Loops: false, picture), _ => "", new HashSet<string>(), path, null, CancellationToken.None).GetAwaiter().GetResult();
        using (var document = PresentationDocument.Open(path, isEditable: false))
            Assert.Empty(new OpenXmlValidator(FileFormatVersions.Office2010).Validate(document).Select(e => $"{e.Part?.Uri}: {e.Description} {e.Path?.XPath}"));
        return DeckFormats.Read([new(path, "out.pptx", "out")]);
    }

    private string File(string name)
    {
        var path = Path.Combine(_folder.FullName, name);
        if (!System.IO.File.Exists(path)) System.IO.File.WriteAllText(path, name);
        return path;
    }
}
