import { Link } from "react-router";
import type { ShowView, Slide, SoundKind } from "../api/client";
import { useOpenShow, useView } from "../show/openShow";
import { Choice, MsField } from "../ui/fields";
import { Sentence, Topic } from "./Sentence";

const usualDissolveMs = 800;

/** What is left after a voice before the next slide comes. */
const usualBreathMs = 1000;

/** How long slides stay, as set or as long as what plays on them, and how they come in. */
export function HowLong({ slides, slide }: { slides: readonly Slide[]; slide: Slide }) {
  const view = useView();
  const { edit } = useOpenShow();
  const all = view.show.slides;
  const setHolds = (of: readonly Slide[], holdMs: number) =>
    edit({ kind: "setHolds", holds: of.map((s) => ({ slideId: s.id, holdMs, staysFor: null, breathMs: 0 })) });
  const everywhere = followable(view);
  const toFollow = everywhere.filter((f) => slides.includes(f.slide));
  const follows = toFollow.length > 0 && toFollow.every((f) => f.slide.staysFor === f.cueId);
  const follow = (of: typeof everywhere, breathOf: (of: (typeof everywhere)[number]) => number) =>
    edit({
      kind: "setHolds",
      holds: of.map((f) => ({
        slideId: f.slide.id,
        holdMs: f.slide.holdMs,
        staysFor: f.cueId,
        breathMs: breathOf(f),
      })),
    });
  const leave = () =>
    edit({
      kind: "setHolds",
      holds: toFollow.map((f) => ({ slideId: f.slide.id, holdMs: f.slide.holdMs, staysFor: null, breathMs: 0 })),
    });
  const usual = (f: (typeof everywhere)[number]) => (f.kind === "voice" ? usualBreathMs : 0);
  const breaths = new Set(toFollow.map((f) => f.slide.breathMs));
  const kinds = new Set(toFollow.map((f) => f.kind));
  const locked = slides.every((s) => s.holdLocked);
  return (
    <Topic
      title={slides.length === 1 ? "How long it stays" : "How long each stays"}
      rarer={{
        name: "hold",
        words: "holds and steps tapped while it sounds",
        content: (
          <Sentence>
            <Link className="btn btn-xs" to={`/shows/${view.id}/dry-run`} state={{ from: slide.id }}>
              Tap the holds from here
            </Link>
            <span className="muted text-xs">with what sounds, a key at each change</span>
          </Sentence>
        ),
      }}
    >
      <Sentence>
        Hold{" "}
        <MsField
          label="Hold"
          ms={same(slides, (s) => s.holdMs)}
          commit={(holdMs) => setHolds(slides, holdMs)}
          width="3.9rem"
        />
        {!follows && (
          <button
            type="button"
            className={`btn btn-xs ${locked ? "btn-primary" : ""}`}
            aria-pressed={locked}
            title="It stays as it is when slides are re-paced"
            onClick={() =>
              edit({ kind: "setHoldLocks", slides: slides.map((s) => ({ slideId: s.id, locked: !locked })) })
            }
          >
            {locked ? "Locked" : "Lock"}
          </button>
        )}
        {slides.length < all.length && (
          <button type="button" className="btn btn-xs" onClick={() => setHolds(all, slide.holdMs)}>
            Same hold for all
          </button>
        )}
      </Sentence>
      {toFollow.length > 0 && (
        <Sentence>
          <button
            type="button"
            className={`btn btn-xs ${follows ? "btn-primary" : ""}`}
            aria-pressed={follows}
            title="However long that becomes, the hold goes with it"
            onClick={() => (follows ? leave() : follow(toFollow, usual))}
          >
            As long as {slides.length === 1 ? "the" : "each one’s"} {[...kinds].join(" or ")} on it
          </button>
          {follows && (
            <>
              and{" "}
              <MsField
                label="Breath"
                ms={breaths.size === 1 ? [...breaths][0] : undefined}
                commit={(breathMs) => follow(toFollow, () => breathMs)}
              />
              {everywhere.length > toFollow.length && (
                <button
                  type="button"
                  className="btn btn-xs"
                  title="Every slide stays as long as the video or the voice on it"
                  onClick={() =>
                    follow(everywhere, (f) => (f.kind === "voice" ? (toFollow[0]?.slide.breathMs ?? 0) : 0))
                  }
                >
                  All slides so
                </button>
              )}
            </>
          )}
        </Sentence>
      )}
      <ComesIn slides={slides} slide={slide} />
    </Topic>
  );
}

/** What something is of all of some slides, or undefined where they differ. */
function same<T>(slides: readonly Slide[], of: (slide: Slide) => T): T | undefined {
  const [first, ...more] = slides.map(of);
  return more.every((value) => value === first) ? first : undefined;
}

/** How slides come in. */
function ComesIn({ slides, slide }: { slides: readonly Slide[]; slide: Slide }) {
  const view = useView();
  const { edit } = useOpenShow();
  const all = view.show.slides;
  const set = (of: readonly Slide[], transition: Slide["transition"]) =>
    edit({ kind: "setTransitions", transitions: of.map((s) => ({ slideId: s.id, transition })) });
  const kind = same(slides, (s) => s.transition.kind);
  const ms = same(slides, (s) => s.transition.ms);
  return (
    <Sentence>
      {slides.length === 1 ? "Comes" : "Each comes"} in by{" "}
      <Choice
        label="Transition"
        value={kind}
        options={[
          ["cut", "cut"],
          ["dissolve", "dissolve"],
        ]}
        commit={(next) => set(slides, { kind: next, ms: next === "cut" ? 0 : usualDissolveMs })}
      />
      {kind === "dissolve" && (
        <MsField
          label="Length of the dissolve"
          ms={ms}
          commit={(next) => set(slides, { kind, ms: next })}
          width="3.5rem"
        />
      )}
      {slides.length < all.length && (
        <button type="button" className="btn btn-xs" onClick={() => set(all, slide.transition)}>
          Same for all
        </button>
      )}
    </Sentence>
  );
}

/** The slides whose hold can follow a video, or else a voice, with that cue. */
function followable({ show, strands }: ShowView) {
  const cues = new Map(show.cues.map((c) => [c.id, c]));
  const kinds = new Map(show.sounds.map((s) => [s.id, s.kind]));
  const found = new Map<string, { cueId: string; kind: SoundKind }>();
  for (const { cueId, holdOf } of strands) {
    const kind = kinds.get(cues.get(cueId)?.soundId ?? "");
    if (holdOf && kind && (kind === "video" || !found.has(holdOf)) && found.get(holdOf)?.kind !== "video")
      found.set(holdOf, { cueId, kind });
  }
  return show.slides.flatMap((slide) => {
    const cue = found.get(slide.id);
    return cue ? [{ ...cue, slide }] : [];
  });
}
