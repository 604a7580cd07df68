using Phonaris.Core.Shows;
using Phonaris.Core.Shows.Edits;
using Phonaris.Core.Signal;

namespace Phonaris.Core.Tests;

/// <summary>Random edits, for properties of every edit.</summary>
internal static class RandomEdits
{
    /// <summary>An edit of any kind, of objects in a show or not; many of them must be rejected.</summary>
    public static Edit Any(Show show, Random random)
    {
        var fresh = $"n{random.Next(1_000_000)}";
        string Slide() => show.Slides.Count == 0 ? "none" : show.Slides[random.Next(show.Slides.Count)].Id;
        // Mostly of the same few objects, so that edits affect each other.
        string Cue() => show.Cues.Count == 0 ? "none" : show.Cues[random.Next(random.Next(4) == 0 ? show.Cues.Count : Math.Min(2, show.Cues.Count))].Id;
        string Sound() => show.Sounds.Count == 0 ? "none" : show.Cues.Count > 0 && random.Next(4) > 0 ? show.Cue(Cue()).SoundId : show.Sounds[random.Next(show.Sounds.Count)].Id;
        return random.Next(56) switch
        {
            0 => new AddSlides([Shows.Slide(fresh), Shows.Slide(fresh + "b")], random.Next(10)),
            1 => new RemoveSlides([.. new[] { Slide(), Slide() }.Distinct()]),
            2 => new RenameSlide(Slide(), fresh),
            3 => new SetHolds([new(Slide(), random.Next(50, 9000)), new(Slide(), random.Next(50, 9000), random.Next(3) == 0 ? null : Cue(), random.Next(-10, 2000))]),
            4 => new SetTransitions([new(Slide(), Transition.Dissolve(random.Next(2000)))]),
            5 => new AddSound(Shows.Sound(fresh, random.Next(-1, 90_000), (SoundKind)random.Next(4)), random.Next(5)),
            6 => new RemoveSound(Sound()),
            7 => new SetSoundKind(Sound(), (SoundKind)random.Next(4)),
            8 => new PlaceCue(Shows.Cue(fresh, Sound(), Slide(), Slide(), 1000) with { Video = random.Next(3) == 0 ? AnyPlace(random) : null, Duck = random.Next(3) == 0 ? new(random.Next(0, 900), 400, 800, null) : null }, random.Next(5)),
            9 => new RemoveCue(Cue()),
            10 => new SetSpan(Cue(), random.Next(4) == 0 ? null : new(Slide(), Slide())),
            11 => new SetDelay(Cue(), random.Next(-100, 9000)),
            12 => AnyStop(Cue(), Slide() + "-1", random),
            13 => new SetPart(Cue(), random.Next(2000), random.Next(100_000)),
            14 => new SetRounds(Cue(), random.Next(-1, 5)),
            15 => new SetLevel(Cue(), random.Next(-70, 20), random.Next(2) == 0),
            16 => new SetFade(Cue(), (FadeEnd)random.Next(2), new(random.Next(-10, 9000), (FadeCurve)random.Next(3))),
            17 => new RenameShow(fresh),
            18 => new MoveSlides([.. new[] { Slide(), Slide() }.Distinct()], random.Next(-1, 10)),
            19 => new DuplicateSlides([new(Slide(), fresh)]),
            20 => new SetHidden([new(Slide(), random.Next(2) == 0)]),
            21 => new SetNotes(Slide(), fresh),
            22 => new SetSections([new("x1", "One", Slide(), false), new(fresh, "New", Slide(), true)]),
            23 => new SetSteps(Slide(), [new("t1", "", 0, null), new(fresh, "Wing", random.Next(-10, 9000), AnyPicture(random)), new("t3", "", null, AnyPicture(random))]),
            24 => new SetPictures([new(Slide(), Shows.Slide(fresh).Picture with { Page = 2 }, [AnyPicture(random), AnyPicture(random)])]),
            25 => new SetContent(Slide(), fresh, "text", "notes", PictureSource.Of(new(CardKind.Credits, "Credits", "")), Step.Whole(fresh), Shows.Media(fresh)),
            26 => new RenameSound(Sound(), fresh),
            27 => new SetRights(Sound(), Rights.Unknown with { Author = fresh }),
            28 => new SetMarkers(Sound(), [new("m2", "Later", random.Next(90_000)), new("m1", "Turn", random.Next(2000))]),
            29 => new ReplaceSound(Sound(), Shows.Media(fresh), "other.wav", Shows.Figures(AnyLength(show, random))) { Video = random.Next(4) == 0 ? Shows.Video : null },
            54 => new SetVideo(Cue(), AnyPlace(random)),
            47 => new ShiftLevels([.. new[] { Cue(), Cue() }.Distinct()], random.Next(-40, 40)),
            48 => new SetLevelTargets(random.Next(2) == 0 ? LevelTargets.Broadcast : LevelTargets.Room with { For = TargetPreset.Own, VoiceLufs = random.Next(-70, 0) }),
            46 => new SetTarget(random.Next(4) == 0 ? null : random.Next(500, 900_000)),
            30 => new SetStart(Cue(), random.Next(4) switch { 0 => CueStart.ByHand, 3 => CueStart.ToEndTogether, 1 => CueStart.After(Cue()), _ => CueStart.WithStep(Slide() + "-1") }),
            31 => new SetEachSlide(Cue(), random.Next(2) == 0),
            32 => new Several([new RenameShow(fresh), new RemoveCue(Cue()), new RemoveSlides([Slide()])], "All at once"),
            33 => new AddCard(fresh, (CardKind)random.Next(2), random.Next(10)),
            34 => new SetLoopPart(Cue(), random.Next(3) == 0 ? null : new(random.Next(2000), random.Next(100_000))),
            35 => new SetSpeed(Cue(), random.Next(1, 30) / 10.0),
            36 => new SetLevelPoints(Cue(), [new(random.Next(900), random.Next(-70, 20)), new(random.Next(500, 9000), -3)]),
            37 => new SetMuted(Cue(), random.Next(2) == 0),
            38 => new SetReturn(Cue(), (CueReturn)random.Next(2)),
            39 => new SetDucks(Cue(), random.Next(2) == 0),
            40 => new SetHandover(Cue(), random.Next(-100, 9000)),
            41 => new SetHotspot(Cue(), random.Next(3) == 0 ? null : Hotspot.New(fresh) with { X = random.Next(-1, 11) / 10.0 }),
            42 => new GoBack(show with { Title = fresh }, fresh),
            43 => new AddHotspot(Cue()),
            45 => new SetHoldLocks([new(Slide(), random.Next(2) == 0)]),
            49 => new SetDuck(Cue(), random.Next(3) == 0 ? null : new(random.Next(0, 900), random.Next(0, 900), random.Next(5, 900), random.Next(2) == 0 ? null : random.Next(-3, 45))),
            50 => new SetShowDuck(new(random.Next(0, 900), 400, 800)),
            51 => new SetShowGain(random.Next(-30, 15)),
            52 => new SetShowing(new(random.Next(2) == 0, (Destination)random.Next(5))),
            53 => new IgnoreFinding($"check {random.Next(4)}", random.Next(2) == 0),
            44 => new SetFit(Cue(), random.Next(3) == 0 ? null : AnyRecipe(random)),
            _ => new AddSlides([], 0),
        };
    }

    private static PictureSource? AnyPicture(Random random) => random.Next(2) == 0 ? null : Shows.Slide("p").Picture with { Page = random.Next(1, 4) };

    /// <summary>Often just where a cue stops using its sound: the cut that a user made for it.</summary>
    private static long AnyLength(Show show, Random random) =>
        show.Cues.Count > 0 && random.Next(2) == 0 ? show.Cues[random.Next(show.Cues.Count)].OutFrame : random.Next(-1, 90_000);

    private static FitRecipe AnyRecipe(Random random)
    {
        long Frame() => random.Next(-1, random.Next(2) == 0 ? 900 : 90_000);
        ValueList<T> Some<T>(Func<T> one) => [.. Enumerable.Range(0, random.Next(3)).Select(_ => one())];
        return new((FitMethod)random.Next(6))
        {
            Joins = random.Next(-3, 4),
            Kept = Some(() => new FrameRange(Frame(), Frame() + 450)),
            Forbidden = Some(() => new FrameJump(Frame(), Frame())),
            Wanted = Some(() => new FrameJump(Frame(), Frame())),
            EndFrame = random.Next(2) == 0 ? null : Frame(),
        };
    }

    private static VideoPlace AnyPlace(Random random) =>
        new(random.Next(-10, 12) / 10.0, random.Next(-10, 12) / 10.0, random.Next(0, 15) / 10.0, random.Next(0, 15) / 10.0, (VideoFitting)random.Next(2), (VideoEnd)random.Next(3), random.Next(2) == 0);

    private static SetStop AnyStop(string cueId, string stepId, Random random)
    {
        var stop = (CueStop)random.Next(4);
        return new(cueId, stop, stop == CueStop.Step ? stepId : null, random.Next(-2000, 2000));
    }
}
