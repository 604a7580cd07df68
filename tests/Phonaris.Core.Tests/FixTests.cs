using CsCheck;
using Phonaris.Core.Checking;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Core.Tests;

/// <summary>Fixes in any show: each resolves its finding and adds none of the same severity.</summary>
public sealed class FixTests
{
    [Fact]
    public void In_any_show_every_fix_resolves_its_finding_and_adds_none_as_severe()
    {
        var (found, fixes) = (new HashSet<string>(), 0);
        for (var n = 0; n < 40; n++)
        {
            var show = Shows.Any.Generate(new PCG(5, (ulong)n), null, out _);
            show = show with { Showing = new(n % 2 == 0, (Destination)(n % 4)), TargetMs = n % 3 == 0 ? 20_000 : null };
            ISoundReader Open(SoundSource source) => show.Sounds.FindIndex(s => s.Media == source.Media) is var k ? Signal.Noise(source.Frame(show.Sounds[k].Frames), 0.5, (uint)k + 1) : throw new InvalidOperationException();
            var sounds = new FakeLoudness(Open);
            show = Measured(show, Open);
            if (n % 2 == 0) show = show with { Cues = [.. show.Cues.Select(c => c with { LevelDb = CueDefaults.LevelDb(show.Sound(c.SoundId), show.LevelTargets), LevelPoints = [] })] };
            var before = sounds.Findings(show, OnTheClock.Fit);
            foreach (var finding in before)
            {
                found.Add(finding.Check);
                foreach (var fix in finding.Fixes)
                {
                    fixes++;
                    var after = sounds.Findings(show.Apply(fix.Edit).Show, OnTheClock.Fit);
                    Assert.False(after.Any(f => f.Key == finding.Key), $"{n}: “{fix.Words}” leaves “{finding.Sentence}”");
                    // What was never heard, or not for so long, could not be measured before.
                    if (finding.Check is "never-begins" or "missed-aim") continue;
                    var brought = after.Where(f => f.Severity <= finding.Severity && !before.Any(b => IsOf(b, f))).Select(f => f.Sentence);
                    Assert.False(brought.Any(), $"{n}: “{fix.Words}” for “{finding.Sentence}” brings {string.Join(' ', brought)}");
                }
            }
        }
        Assert.InRange(found.Count, 12, 40);
        Assert.InRange(fixes, 100, 50_000);
    }

    /// <summary>Whether a finding was known before: the same one, or that a cue is off its target, which causes level jumps and drowned voices.</summary>
    private static bool IsOf(Finding before, Finding after) =>
        (before.Check == after.Check && before.CueIds.SequenceEqual(after.CueIds) && before.SoundId == after.SoundId)
        || (before.Check == "off-target" && after.Check is "level-jump" or "drowned-voice" && after.CueIds.Contains(before.CueIds[0]));

    /// <summary>The show with the real figures of its sounds.</summary>
    private static Show Measured(Show show, Func<SoundSource, ISoundReader> open)
    {
        return show with { Sounds = [.. show.Sounds.Select(s => s with { Figures = s.Figures with { LoudnessLufs = Lufs(s), LoudestLufs = Lufs(s) } })] };

        double? Lufs(Sound sound)
        {
            var samples = new float[sound.Frames * Frames.Channels];
            open(new(sound.Media, 1)).Read(0, samples);
            var meter = new LoudnessMeter();
            meter.Add(samples);
            return meter.IntegratedLufs();
        }
    }
}
