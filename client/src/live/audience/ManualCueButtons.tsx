import type { Stage } from "../engine/Stage";
import { useNow } from "../engine/useNow";
import { words } from "./words";

/** With more than this many, names are below their rings. */
const mostNamedBeside = 4;

/** The cues of this slide that are triggered manually, each with its key; cues on this slide only come first. In a column or a row. */
export function ManualCueButtons({ stage, across = false }: { stage: Stage; across?: boolean }) {
  const now = useNow(stage);
  const ids = (stage.place()?.byHand ?? []).slice(0, 9);
  if (ids.length === 0) return null;
  const many = !across && ids.length > mostNamedBeside;
  const laid = across ? "flex flex-wrap justify-center gap-2" : `grid shrink-0 gap-1 pb-1 ${many ? "grid-cols-3" : ""}`;
  const layout = many
    ? "hover:bg-base-100 flex-col rounded-md"
    : `gap-2 rounded-full pr-3 text-left ${across ? "bg-base-100 hover:bg-base-300" : "hover:bg-base-100"}`;
  return (
    <section aria-label={words.manualCues} className={laid}>
      {ids.map((id, i) => {
        const { name, kind } = stage.run.cue(id);
        const sounds = now.sounding.includes(id);
        return (
          <button
            key={id}
            type="button"
            className={`flex min-h-12 min-w-0 cursor-pointer items-center overflow-hidden p-0.5 ${layout}`}
            data-hand={i + 1}
            title={name}
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
            <span className={many ? "w-full truncate text-xs" : "line-clamp-2 min-w-0 leading-tight font-semibold"}>
              {name}
              {sounds && <span className="sr-only">{words.playing}</span>}
            </span>
          </button>
        );
      })}
    </section>
  );
}
