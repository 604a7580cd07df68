import { pictureUrl, type Slide } from "../api/client";
import { useOpenShow } from "../shows/ShowContext";
import { Choice, MsField } from "../ui/fields";
import { ValueField } from "../ui/ValueField";
import { Sentence, Topic } from "./Sentence";

const usualDissolveMs = 800;

/** One or several slides in plain sentences. What is set counts for all of them. */
export function SlideDetails({ slides }: { slides: readonly Slide[] }) {
  const { view, edit } = useOpenShow();
  const slide = slides[0];
  if (!slide) return null;
  const one = slides.length === 1;
  const all = view.show.slides;
  const setHolds = (of: readonly Slide[], holdMs: number) =>
    edit({ kind: "setHolds", holds: of.map((s) => ({ slideId: s.id, holdMs })) });
  const setTransitions = (of: readonly Slide[], transition: Slide["transition"]) =>
    edit({ kind: "setTransitions", transitions: of.map((s) => ({ slideId: s.id, transition })) });
  const { kind, ms } = slide.transition;
  return (
    <div data-testid="slide-details">
      {one ? (
        <>
          <img
            className="bg-base-300 mb-3 w-full rounded-md"
            src={pictureUrl(view.id, slide, 1280)}
            alt={`Slide “${slide.title}”`}
          />
          <ValueField
            label="Title of the slide"
            words
            value={slide.title}
            show={(title) => title}
            read={(typed) => typed.trim() || undefined}
            commit={(title) => edit({ kind: "renameSlide", slideId: slide.id, title })}
            width="100%"
          />
        </>
      ) : (
        <h2 className="text-lg">{slides.length} slides</h2>
      )}
      <div className="mt-4">
        <Topic title={one ? "How long it stays" : "How long each stays"}>
          <Sentence>
            Hold <MsField label="Hold" ms={slide.holdMs} commit={(holdMs) => setHolds(slides, holdMs)} />
          </Sentence>
        </Topic>
        <Topic title={one ? "How it comes in" : "How each comes in"}>
          <Sentence>
            With a{" "}
            <Choice
              label="Transition"
              value={kind}
              options={[
                ["cut", "cut"],
                ["dissolve", "dissolve"],
              ]}
              commit={(next) => setTransitions(slides, { kind: next, ms: next === "cut" ? 0 : usualDissolveMs })}
            />
            {kind === "dissolve" && (
              <>
                over{" "}
                <MsField
                  label="Length of the dissolve"
                  ms={ms}
                  commit={(next) => setTransitions(slides, { kind, ms: next })}
                />
              </>
            )}
          </Sentence>
        </Topic>
        {slides.length < all.length && (
          <div className="flex flex-wrap gap-2">
            <button type="button" className="btn btn-sm" onClick={() => setHolds(all, slide.holdMs)}>
              Same hold for all
            </button>
            <button type="button" className="btn btn-sm" onClick={() => setTransitions(all, slide.transition)}>
              Same transition for all
            </button>
          </div>
        )}
        <button
          type="button"
          className="btn btn-sm mt-2"
          onClick={() => edit({ kind: "removeSlides", slideIds: slides.map((s) => s.id) })}
        >
          {one ? "Remove this slide" : "Remove these slides"}
        </button>
        {one && <Sounding slide={slide} />}
      </div>
    </div>
  );
}

/** What lies on a slide. */
function Sounding({ slide }: { slide: Slide }) {
  const { view } = useOpenShow();
  const names = view.strands
    .filter((s) => s.rows.some((row) => row.slideId === slide.id))
    .map((s) => view.show.cues.find((c) => c.id === s.cueId)?.soundId)
    .map((id) => view.show.sounds.find((s) => s.id === id)?.name);
  return (
    <div className="mt-5">
      <Topic title="What sounds here">
        <p>{names.length > 0 ? names.join(", ") : "Nothing. Drag a sound onto this slide to lay it here."}</p>
      </Topic>
    </div>
  );
}
