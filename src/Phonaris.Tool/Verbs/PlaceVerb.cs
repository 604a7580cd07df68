using System.CommandLine;
using System.Globalization;
using Phonaris.Core.Fitting;
using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;
using Phonaris.Core.Timing;

namespace Phonaris.Tool.Verbs;

/// <summary>
/// <c>place SHOW --sound FILE-OR-ID --span "1-4" …</c>, or <c>place SHOW --video FILE-OR-ID --slide N …</c>: places a cue; omitted settings have
/// the same defaults as in the app.
/// </summary>
internal static class PlaceVerb
{
    private const string RePace = "re-pace";

    public static Command Make()
    {
        var (path, kind) = (Arguments.Show(), Arguments.Kind());
        var sound = new Option<string>("--sound") { Description = "A sound of the show by id or name, or a file to add." };
        var video = new Option<string>("--video") { Description = "A video of the show by id or name, or a file to add." };
        var span = new Option<string>("--span") { Description = "The slides: 3, 1-4, 5-, \"last 3\", all, or the name of a section." };
        var slide = new Option<int?>("--slide") { Description = "The slide, by number." };
        var at = new Option<string>("--at") { Description = "The position of a video as shares of the slide, X,Y,W,H: 0.6,0.5,0.35,0.4, or whole for the whole slide." };
        var mute = new Option<bool>("--mute") { Description = "Mute the video." };
        var start = new Option<string>("--start") { Description = "How it starts: with its first slide (with), triggered manually (hand), or so that it ends with its slides (end)." };
        start.AcceptOnlyFromAmong("with", "hand", "end");
        var step = new Option<int?>("--step") { Description = "Start at this step of its first slide, from 1." };
        var each = new Option<bool>("--each-slide") { Description = "Restart on every slide of its span." };
        var delay = Arguments.Seconds("--delay", "The delay after its start");
        var from = Arguments.Seconds("--in", "The in point");
        var to = Arguments.Seconds("--out", "The out point");
        var loop = new Option<string>("--loop") { Description = "How often it plays: once, a number, or fill to loop until its slides end." };
        var level = new Option<double?>("--level") { Description = "Level in dB, -60 to 12." };
        var fadeIn = Arguments.Seconds("--fade-in", "Fade in");
        var fadeOut = Arguments.Seconds("--fade-out", "Fade out");
        var speed = new Option<double?>("--speed") { Description = "The speed at the same pitch, 0.5 to 2." };
        var stop = new Option<string>("--stop") { Description = "When it ends: with its slides (span) or at its own end (finish)." };
        stop.AcceptOnlyFromAmong("span", "finish");
        var fit = new Option<string>("--fit") { Description = "The fit method: shorten, loop, re-cut, stretch or silence, or re-pace to change the holds of the slides instead." };
        fit.AcceptOnlyFromAmong([.. FitVerb.Methods, RePace]);
        var on = new Option<string>("--on") { Description = "Where slides may change with re-pace: anywhere, on beats or on bars." };
        on.AcceptOnlyFromAmong([.. Enum.GetNames<ChangeOn>().Select(n => n.ToLowerInvariant())]);
        var command = new Command("place", "Places a cue.")
        {
            path, sound, video, kind, span, slide, at, mute, start, delay, from, to, loop, level, fadeIn, fadeOut, speed, stop, step, each, fit, on,
        };
        command.Validators.Add(result =>
        {
            if (result.GetResult(sound) is null == result.GetResult(video) is null) result.AddError("Give either --sound or --video.");
            if (result.GetResult(on) is not null && result.GetValue(fit) != RePace) result.AddError("--on works only with --fit re-pace.");
            if (result.GetResult(span) is null == result.GetResult(slide) is null) result.AddError("Give either --span or --slide.");
        });
        command.Does(async (parsed, cancel) =>
        {
            var workshop = new Workshop();
            using var held = await workshop.HoldAsync(parsed.GetValue(path)!, cancel);
            var show = await workshop.ReadAsync(parsed.GetValue(path)!, cancel);
            var name = parsed.GetValue(video) ?? parsed.GetValue(sound)!;
            (show, var used) = await FindAsync(workshop, show, name, parsed.GetValue(video) is null ? Arguments.KindOf(parsed.GetValue(kind)) : SoundKind.Video, cancel);
            var lies = Spans.Parse(parsed.GetValue(span) ?? $"{parsed.GetValue(slide)}", show);
            var cue = CueDefaults.For(show, used, lies.First, NewId.Next()) with { Span = lies };
            if (parsed.GetValue(delay) is { } d) cue = cue with { DelayMs = Arguments.Ms(d, "--delay") };
            if (parsed.GetValue(from) is { } i) cue = cue with { InFrame = Frames.FromMs(Arguments.Ms(i, "--in")) };
            if (parsed.GetValue(to) is { } o) cue = cue with { OutFrame = Frames.FromMs(Arguments.Ms(o, "--out")) };
            if (parsed.GetValue(loop) is { } l) cue = cue with { Rounds = Rounds(l) };
            if (parsed.GetValue(level) is { } db) cue = cue with { LevelDb = db };
            if (parsed.GetValue(fadeIn) is { } a) cue = cue with { FadeIn = Fade.Of(Arguments.Ms(a, "--fade-in")) };
            if (parsed.GetValue(fadeOut) is { } b) cue = cue with { FadeOut = Fade.Of(Arguments.Ms(b, "--fade-out")) };
            if (parsed.GetValue(speed) is { } x) cue = cue with { Speed = x };
            if (parsed.GetValue(stop) is { } s) cue = cue with { Stop = s == "span" ? CueStop.Span : CueStop.Finished };
            if (parsed.GetValue(start) == "hand") cue = cue with { Start = CueStart.ByHand };
            if (parsed.GetValue(start) == "end") cue = cue with { Start = CueStart.ToEndTogether, FadeOut = parsed.GetValue(fadeOut) is null ? Fade.None : cue.FadeOut };
            if (parsed.GetValue(step) is { } k) cue = cue with { Start = StepOf(show, lies.First, k) };
            if (parsed.GetValue(each)) cue = cue with { EachSlide = true };
            if (parsed.GetValue(at) is { } place) cue = cue with { Video = PlaceOf(cue, used, place) };
            if (parsed.GetValue(mute)) cue = cue with { Muted = true };
            var method = parsed.GetValue(fit);
            if (method is { } m and not RePace)
            {
                cue = cue with { Fit = new(FitVerb.Method(m)) };
                await FitsAsync(workshop, show, cue, used, cancel);
            }
            var edit = new PlaceCue(cue, int.MaxValue);
            var sentence = edit.Sentence(show);
            show = show.Apply(edit).Show;
            if (method == RePace)
            {
                var changes = Enum.Parse<ChangeOn>(parsed.GetValue(on) ?? nameof(ChangeOn.Anywhere), ignoreCase: true);
                var piece = changes == ChangeOn.Anywhere ? null : await workshop.Sounds.Fits.PieceAsync(used.Media, cancel);
                show = show.Apply(Repace.ToEdit(Repace.Of(show, cue.Id, piece, changes, HoldLimits.Usual))).Show;
            }
            await workshop.WriteAsync(show, parsed.GetValue(path)!, cancel);
            return (new { id = cue.Id, cue }, $"{cue.Id}  {sentence}");
        });
        return command;
    }

    /// <summary>Reports why a fit fails before anything is placed.</summary>
    private static async Task FitsAsync(Workshop workshop, Show show, Cue cue, Sound sound, CancellationToken cancel)
    {
        var after = show.Apply(new PlaceCue(cue, int.MaxValue)).Show;
        await workshop.Sounds.PrepareAllAsync(after, cancel);
        workshop.Sounds.Fits.Of(sound, cue, Schedule.LengthFor(after, cue.Id));
    }

    private static async Task<(Show Show, Sound Sound)> FindAsync(
        Workshop workshop, Show show, string nameOrFile, SoundKind? kind, CancellationToken cancel)
    {
        var ofKind = show.Sounds.Where(s => kind == SoundKind.Video == s.Video is not null);
        if (ofKind.FirstOrDefault(s => s.Id == nameOrFile || s.Name == nameOrFile || s.FileName == nameOrFile) is { } there) return Of(show, there);
        if (!File.Exists(nameOrFile)) throw new RuleException($"The show has no {(kind == SoundKind.Video ? "video" : "sound")} {nameOrFile}, and there is no such file.", "sound");
        var (next, added) = Workshop.AddOnce(show, await workshop.ReadSoundAsync(nameOrFile, kind, cancel));
        return Of(next, added);

        (Show, Sound) Of(Show within, Sound found)
        {
            if (kind is null || kind == found.Kind) return (within, found);
            within = within.Apply(new SetSoundKind(found.Id, kind.Value)).Show;
            return (within, within.Sound(found.Id));
        }
    }

    private static VideoPlace PlaceOf(Cue cue, Sound sound, string typed)
    {
        if (cue.Video is not { } usual) throw new RuleException($"{sound.Name} is not a video. --at works only with videos.", "at");
        if (typed == "whole") return VideoPlace.Whole;
        var numbers = typed.Split(',').Select(t => double.TryParse(t, NumberStyles.Float, CultureInfo.InvariantCulture, out var n) ? n : double.NaN).ToList();
        return numbers is [var x, var y, var width, var height] && numbers.TrueForAll(double.IsFinite)
            ? usual with { X = x, Y = y, Width = width, Height = height }
            : throw new RuleException($"--at must be four shares of the slide such as 0.6,0.5,0.35,0.4, or whole, not {typed}.", "at");
    }

    private static CueStart StepOf(Show show, string slideId, int step)
    {
        var steps = show.Slide(slideId).Steps;
        return step >= 1 && step <= steps.Count
            ? CueStart.WithStep(steps[step - 1].Id)
            : throw new RuleException($"That slide has {(steps.Count == 1 ? "only 1 step" : $"steps 1 to {steps.Count}")}.", "step");
    }

    private static int Rounds(string typed) => typed switch
    {
        "once" => 1,
        "fill" => Cue.FillSpan,
        _ => int.TryParse(typed, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n > 0
            ? n
            : throw new RuleException($"--loop must be once, fill or a number, not {typed}.", "loop"),
    };
}
