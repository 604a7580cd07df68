import type { SoundKind } from "../../../api/client";
import { fillOf } from "../../../strands/KindPatterns";
import type { Stage } from "../../engine/Stage";
import type { TimelineRow } from "./rows";
import { words } from "../words";

/** What starts on a coming row, what is triggered manually from there on, or that it is silent. */
export function NextEffect({ stage, row }: { stage: Stage; row: TimelineRow }) {
  const here = stage.places.slice(row.place, row.lastPlace + 1);
  const before = stage.places[row.place - 1];
  const begins = [...new Set(here.flatMap((p) => p.begins.filter((b) => b.startsHere).map((b) => b.cueId)))];
  const hands = [...new Set(here.flatMap((p) => p.byHand))].filter((id) => !before?.byHand.includes(id));
  const silent = here.every((p) => p.held.every((id) => stage.run.cue(id).byHand));
  return (
    <ul
      className="flex h-full flex-col flex-wrap content-start gap-x-3 overflow-hidden py-1 text-sm leading-snug"
      aria-label={words.soundsOf(row.number)}
    >
      {begins.map((id) => (
        <li key={id} className="flex max-w-full items-center gap-1.5">
          <Swatch kind={stage.run.cue(id).kind} /> <span className="truncate">{stage.run.cue(id).name}</span>
        </li>
      ))}
      {hands.map((id) => (
        <li key={id} className="muted flex max-w-full items-center gap-1.5">
          <svg width="12" height="14" className="shrink-0" role="img" aria-label={words.manual}>
            <circle cx="6" cy="7" r="4.5" fill="none" stroke={`var(--${stage.run.cue(id).kind})`} strokeWidth="2" />
          </svg>
          <span className="truncate">{stage.run.cue(id).name}</span>
        </li>
      ))}
      {silent && <li className="muted italic">{words.silence}</li>}
    </ul>
  );
}

/** The fill pattern of a kind, as on its strands. */
export function Swatch({ kind }: { kind: SoundKind }) {
  return (
    <svg width="12" height="14" className="shrink-0" aria-hidden="true">
      <rect x="1" y="1" width="10" height="12" rx="3" fill={fillOf(kind)} stroke={`var(--${kind})`} strokeWidth="1.5" />
    </svg>
  );
}
