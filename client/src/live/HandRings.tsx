import type { Stage } from "./Stage";
import { useNow } from "./useNow";

/** The cues here that wait for a hand, each hanging from its open ring, with their keys; those of this slide alone come first. Below one another, or across. */
export function HandRings({ stage, across = false }: { stage: Stage; across?: boolean }) {
  const now = useNow(stage);
  const ids = stage.place()?.byHand ?? [];
  if (ids.length === 0) return null;
  return (
    <section aria-label="By hand" className={across ? "flex flex-wrap justify-center gap-2" : "grid shrink-0 gap-1.5"}>
      {ids.slice(0, 9).map((id, i) => {
        const { name, kind } = stage.run.cue(id);
        const sounds = now.sounding.includes(id);
        return (
          <button
            key={id}
            type="button"
            className={`flex min-h-12 cursor-pointer items-center gap-2.5 overflow-hidden rounded-full py-1 pr-3 pl-1 text-left ${across ? "bg-base-100 hover:bg-base-300" : "hover:bg-base-100 w-full"}`}
            data-hand={i + 1}
            onClick={() => stage.startCue(id)}
          >
            <span
              className="figures flex size-11 shrink-0 items-center justify-center rounded-full border-4 text-lg font-bold"
              style={{
                borderColor: `var(--${kind})`,
                ...(sounds ? { background: `var(--${kind})`, color: "var(--color-base-200)" } : {}),
              }}
            >
              {i + 1}
            </span>{" "}
            <span className="line-clamp-2 leading-tight font-semibold">
              {name}
              {sounds && <span className="sr-only">, sounding</span>}
            </span>
          </button>
        );
      })}
    </section>
  );
}
