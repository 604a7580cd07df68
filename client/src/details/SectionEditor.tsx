import type { Slide } from "../api/client";
import { newId } from "../api/ids";
import { useOpenShow, useView } from "../show/openShow";
import { Checkbox } from "../ui/fields";
import { ValueField } from "../ui/ValueField";
import { Buttons, Row, Topic } from "./Topic";
import { words } from "./words";

/** Whether a section starts at a slide, its name, and whether it is a waiting loop. */
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
      <Topic title={words.section}>
        <Buttons>
          {within ? <span className="muted text-sm">{words.inSection(within.name)}</span> : null}
          <button
            type="button"
            className="btn btn-xs"
            onClick={() =>
              set((all) => [
                ...all,
                { id: newId(), name: slide.title || words.section, first: slide.id, waitingLoop: false },
              ])
            }
          >
            {words.addSection}
          </button>
        </Buttons>
      </Topic>
    );
  const change = (of: Partial<typeof own>) => set((all) => all.map((s) => (s.id === own.id ? { ...s, ...of } : s)));
  return (
    <Topic title={words.section}>
      <Row label={words.sectionName}>
        <ValueField
          label={words.sectionNameField}
          words
          value={own.name}
          show={(name) => name}
          read={(typed) => typed.trim() || undefined}
          commit={(name) => change({ name })}
          width="100%"
        />
      </Row>
      <div className="text-sm">
        <Checkbox checked={own.waitingLoop} set={(waitingLoop) => change({ waitingLoop })}>
          {words.waitingLoop}
        </Checkbox>
      </div>
      <button type="button" className="btn btn-xs" onClick={() => set((all) => all.filter((s) => s.id !== own.id))}>
        {words.removeSection}
      </button>
    </Topic>
  );
}
