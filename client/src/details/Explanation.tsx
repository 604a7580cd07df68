import type { Slide } from "../api/client";
import { useExplanation } from "../api/cues";
import { useOpenShow, useView } from "../show/openShow";
import { Topic } from "./Topic";
import { words } from "./words";

/** What plays on a slide and why, or why it is silent, each with an edit that would change it. */
export function Explanation({ slide }: { slide: Slide }) {
  const view = useView();
  const { edit } = useOpenShow();
  const { data: lines = [] } = useExplanation(view.id, slide.id, view.revision);
  return (
    <Topic title={words.explanation}>
      <ul className="space-y-2" data-testid="explanation">
        {lines.map((line, i) => (
          <li key={i} className="text-sm">
            <span className={line.sounds ? "" : "muted"}>{line.sentence}</span>{" "}
            {line.fix && (
              <button
                type="button"
                className="text-primary cursor-pointer font-semibold underline decoration-dotted"
                onClick={() => line.fix && edit(line.fix.edit, line.revision)}
              >
                {line.fix.words}
              </button>
            )}
          </li>
        ))}
      </ul>
    </Topic>
  );
}
