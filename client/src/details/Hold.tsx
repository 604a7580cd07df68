import { Link } from "react-router";
import type { ShowView, Slide, SoundKind } from "../api/client";
import { useOpenShow, useView } from "../show/openShow";
import { Select, MsField } from "../ui/fields";
import { Buttons, Row, Topic } from "./Topic";
import { words } from "./words";

const usualDissolveMs = 800;

/** The pause after a voice before the next slide. */
const usualPauseMs = 1000;

/** The hold of slides, set or matched to what plays on them, and their transition. */
export function Hold({ slides, slide }: { slides: readonly Slide[]; slide: Slide }) {
  const view = useView();
  const { edit } = useOpenShow();
  const all = view.show.slides;
  const setHolds = (of: readonly Slide[], holdMs: number) =>
    edit({ kind: "setHolds", holds: of.map((s) => ({ slideId: s.id, holdMs, staysFor: null, breathMs: 0 })) });
  const everywhere = followable(view);
  const toFollow = everywhere.filter((f) => slides.includes(f.slide));
  const follows = toFollow.length > 0 && toFollow.every((f) => f.slide.staysFor === f.cueId);
  const follow = (of: typeof everywhere, pauseOf: (of: (typeof everywhere)[number]) => number) =>
    edit({
      kind: "setHolds",
      holds: of.map((f) => ({
        slideId: f.slide.id,
        holdMs: f.slide.holdMs,
        staysFor: f.cueId,
        breathMs: pauseOf(f),
      })),
    });
  const leave = () =>
    edit({
      kind: "setHolds",
      holds: toFollow.map((f) => ({ slideId: f.slide.id, holdMs: f.slide.holdMs, staysFor: null, breathMs: 0 })),
    });
  const usual = (f: (typeof everywhere)[number]) => (f.kind === "voice" ? usualPauseMs : 0);
  const pauses = new Set(toFollow.map((f) => f.slide.breathMs));
  const kinds = new Set(toFollow.map((f) => f.kind));
  const locked = slides.every((s) => s.holdLocked);
  return (
    <Topic
      title={words.hold}
      more={{
        name: "hold",
        contents: words.holdMore,
        content: (
          <Buttons>
            <Link className="btn btn-xs" to={`/shows/${view.id}/dry-run`} state={{ from: slide.id }}>
              {words.tapHolds}
            </Link>
            <span className="muted text-xs">{words.tapHint}</span>
          </Buttons>
        ),
      }}
    >
      <Row label={words.hold}>
        <MsField
          label={words.hold}
          ms={same(slides, (s) => s.holdMs)}
          commit={(holdMs) => setHolds(slides, holdMs)}
          width="4.25rem"
        />
        {!follows && (
          <button
            type="button"
            className={`btn btn-xs ${locked ? "btn-primary" : ""}`}
            aria-pressed={locked}
            title={words.lockHint}
            onClick={() =>
              edit({ kind: "setHoldLocks", slides: slides.map((s) => ({ slideId: s.id, locked: !locked })) })
            }
          >
            {locked ? words.locked : words.lock}
          </button>
        )}
        {slides.length < all.length && (
          <button type="button" className="btn btn-xs" onClick={() => setHolds(all, slide.holdMs)}>
            {words.applyToAll}
          </button>
        )}
      </Row>
      {toFollow.length > 0 && (
        <Buttons>
          <button
            type="button"
            className={`btn btn-xs ${follows ? "btn-primary" : ""}`}
            aria-pressed={follows}
            title={words.matchHint}
            onClick={() => (follows ? leave() : follow(toFollow, usual))}
          >
            {words.match([...kinds], slides.length > 1)}
          </button>
        </Buttons>
      )}
      {follows && (
        <Row label={words.pauseAfter}>
          <MsField
            label={words.pauseAfter}
            ms={pauses.size === 1 ? [...pauses][0] : undefined}
            commit={(breathMs) => follow(toFollow, () => breathMs)}
            width="4.25rem"
          />
          {everywhere.length > toFollow.length && (
            <button
              type="button"
              className="btn btn-xs"
              title={words.matchAllHint}
              onClick={() => follow(everywhere, (f) => (f.kind === "voice" ? (toFollow[0]?.slide.breathMs ?? 0) : 0))}
            >
              {words.applyToAll}
            </button>
          )}
        </Row>
      )}
      <TransitionRow slides={slides} slide={slide} />
    </Topic>
  );
}

/** A value that all of some slides have; undefined where they differ. */
function same<T>(slides: readonly Slide[], of: (slide: Slide) => T): T | undefined {
  const [first, ...more] = slides.map(of);
  return more.every((value) => value === first) ? first : undefined;
}

/** The transition into slides. */
function TransitionRow({ slides, slide }: { slides: readonly Slide[]; slide: Slide }) {
  const view = useView();
  const { edit } = useOpenShow();
  const all = view.show.slides;
  const set = (of: readonly Slide[], transition: Slide["transition"]) =>
    edit({ kind: "setTransitions", transitions: of.map((s) => ({ slideId: s.id, transition })) });
  const kind = same(slides, (s) => s.transition.kind);
  const ms = same(slides, (s) => s.transition.ms);
  return (
    <Row label={words.transition}>
      <Select
        label={words.transition}
        value={kind}
        options={[
          ["cut", words.transitions.cut],
          ["dissolve", words.transitions.dissolve],
        ]}
        commit={(next) => set(slides, { kind: next, ms: next === "cut" ? 0 : usualDissolveMs })}
      />
      {kind === "dissolve" && (
        <MsField
          label={words.transitionLength}
          ms={ms}
          commit={(next) => set(slides, { kind, ms: next })}
          width="4.25rem"
        />
      )}
      {slides.length < all.length && (
        <button type="button" className="btn btn-xs" onClick={() => set(all, slide.transition)}>
          {words.applyToAll}
        </button>
      )}
    </Row>
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
