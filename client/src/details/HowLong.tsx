import type { Cue, ShowView, Slide } from "../api/client";
import { useOpenShow } from "../shows/ShowContext";
import { MsField } from "../ui/fields";
import { Sentence, Topic } from "./Sentence";

/** How long slides stay: as set, or as long as what plays on them. */
export function HowLong({ slides, slide }: { slides: readonly Slide[]; slide: Slide }) {
  const { view, edit } = useOpenShow();
  const all = view.show.slides;
  const setHolds = (of: readonly Slide[], holdMs: number) =>
    edit({ kind: "setHolds", holds: of.map((s) => ({ slideId: s.id, holdMs, staysFor: null })) });
  const toFollow = slides.flatMap((s) => {
    const found = followable(view.show, s);
    return found ? [{ ...found, slide: s }] : [];
  });
  const follows = toFollow.length > 0 && toFollow.every((f) => f.slide.staysFor === f.cue.id);
  const kinds = new Set(toFollow.map((f) => f.kind));
  return (
    <Topic title={slides.length === 1 ? "How long it stays" : "How long each stays"}>
      <Sentence>
        Hold <MsField label="Hold" ms={slide.holdMs} commit={(holdMs) => setHolds(slides, holdMs)} />
        {!follows && (
          <button
            type="button"
            className={`btn btn-xs ${slide.holdLocked ? "btn-primary" : ""}`}
            aria-pressed={slide.holdLocked}
            title="It stays as it is when slides are re-paced"
            onClick={() =>
              edit({ kind: "setHoldLocks", slides: slides.map((s) => ({ slideId: s.id, locked: !slide.holdLocked })) })
            }
          >
            {slide.holdLocked ? "Locked" : "Lock"}
          </button>
        )}
        {slides.length < all.length && (
          <button type="button" className="btn btn-xs" onClick={() => setHolds(all, slide.holdMs)}>
            Same hold for all
          </button>
        )}
      </Sentence>
      {toFollow.length > 0 && (
        <button
          type="button"
          className={`btn btn-xs ${follows ? "btn-primary" : ""}`}
          aria-pressed={follows}
          title="However long that becomes, the hold goes with it"
          onClick={() =>
            edit({
              kind: "setHolds",
              holds: toFollow.map(({ slide: { id, holdMs }, cue }) => ({
                slideId: id,
                holdMs,
                staysFor: follows ? null : cue.id,
              })),
            })
          }
        >
          As long as {slides.length === 1 ? "the" : "each one’s"} {[...kinds].join(" or ")} on it
        </button>
      )}
    </Topic>
  );
}

/** The video, or else the voice, that a hold can follow: one that begins with its slide and ends by itself. */
function followable({ slides, sounds, cues }: ShowView["show"], slide: Slide) {
  const place = slides.indexOf(slide);
  const indexOf = (id: string) => slides.findIndex((s) => s.id === id);
  const begins = ({ span, eachSlide, start, rounds, fit }: Cue) =>
    !!span &&
    !fit &&
    rounds !== 0 &&
    (start.kind === "slide" || start.kind === "step") &&
    (eachSlide ? indexOf(span.first) <= place && place <= indexOf(span.last) : span.first === slide.id);
  const kindOf = (cue: Cue) => sounds.find((s) => s.id === cue.soundId)?.kind;
  for (const kind of ["video", "voice"] as const) {
    const cue = cues.find((c) => kindOf(c) === kind && begins(c));
    if (cue) return { kind, cue };
  }
  return undefined;
}
