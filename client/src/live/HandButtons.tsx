import type { Stage } from "./Stage";
import { useNow } from "./useNow";

/** The cues here that wait for a hand, as large buttons with their keys. */
export function HandButtons({ stage }: { stage: Stage }) {
  const now = useNow(stage);
  const ids = stage.place()?.byHand ?? [];
  if (ids.length === 0) return null;
  return (
    <section aria-label="By hand" className="flex flex-wrap gap-2">
      {ids.slice(0, 9).map((id, i) => (
        <button
          key={id}
          type="button"
          className={`btn btn-lg ${now.sounding.includes(id) ? "btn-primary" : "bg-base-300"}`}
          data-hand={i + 1}
          onClick={() => stage.startCue(id)}
        >
          <kbd className="kbd text-base-content">{i + 1}</kbd> {stage.run.cue(id).name}
        </button>
      ))}
    </section>
  );
}
