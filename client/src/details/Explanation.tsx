import type { Slide } from "../api/client";
import { useExplanation } from "../api/cues";
import { useOpenShow, useView } from "../show/openShow";
import { Topic } from "./Sentence";

/** What sounds on a slide and why, or why it is silent, and the one click that would make it otherwise. */
export function Explanation({ slide }: { slide: Slide }) {
  const view = useView();
  const { edit } = useOpenShow();
  const { data: lines = [] } = useExplanation(view.id, slide.id, view.revision);
  return (
    <Topic title="What sounds here and why">
      <ul className="space-y-2" data-testid="explanation">
        {lines.map((line, i) => (
          <li key={i} className="text-sm">
            <span className={line.sounds ? "" : "muted"}>{line.sentence}</span>{" "}
            {line.remedy && (
              <button
                type="button"
                className="text-primary cursor-pointer font-semibold underline decoration-dotted"
                onClick={() => line.remedy && edit(line.remedy.edit, line.revision)}
              >
                {line.remedy.words}
              </button>
            )}
          </li>
        ))}
      </ul>
    </Topic>
  );
}
