import type { Slide } from "../api/client";
import { newId } from "../api/ids";
import { useOpenShow, useView } from "../show/openShow";
import { Tick } from "../ui/fields";
import { ValueField } from "../ui/ValueField";
import { Sentence, Topic } from "./Sentence";

/** Whether a section begins with a slide, what it is called, and whether it goes round. */
export function SectionEditor({ slide }: { slide: Slide }) {
  const view = useView();
  const { edit } = useOpenShow();
  const { sections, slides } = view.show;
  const own = sections.find((s) => s.first === slide.id);
  const at = slides.findIndex((s) => s.id === slide.id);
  const within = sections.findLast((s) => slides.findIndex((x) => x.id === s.first) <= at);
  const set = (next: (before: typeof sections) => typeof sections) =>
    edit((show) => ({ kind: "setSections", sections: next(show.sections) }));
  if (!own)
    return (
      <Topic title="Section">
        <Sentence>
          {within ? <span className="muted">In “{within.name}”.</span> : null}
          <button
            type="button"
            className="btn btn-xs"
            onClick={() =>
              set((all) => [
                ...all,
                { id: newId(), name: slide.title || "Section", first: slide.id, waitingLoop: false },
              ])
            }
          >
            Begin a section here
          </button>
        </Sentence>
      </Topic>
    );
  const change = (of: Partial<typeof own>) => set((all) => all.map((s) => (s.id === own.id ? { ...s, ...of } : s)));
  return (
    <Topic title="Section">
      <Sentence>
        Begins{" "}
        <ValueField
          label="Name of the section"
          words
          value={own.name}
          show={(name) => name}
          read={(typed) => typed.trim() || undefined}
          commit={(name) => change({ name })}
          width="11.5rem"
        />
      </Sentence>
      <div className="text-sm">
        <Tick ticked={own.waitingLoop} set={(waitingLoop) => change({ waitingLoop })}>
          Waiting loop: goes round until the presenter moves on
        </Tick>
      </div>
      <button type="button" className="btn btn-xs" onClick={() => set((all) => all.filter((s) => s.id !== own.id))}>
        End this section
      </button>
    </Topic>
  );
}
