import { changeFade } from "../api/changes";
import type { Cue, StrandView } from "../api/client";
import { useOpenShow } from "../show/openShow";
import { framesOfMs, msOfFrames, seconds } from "../ui/format";
import { fadeLength } from "../show/fadeLength";
import { useDragValue } from "../ui/useDragValue";
import { frameAt, type Row } from "../strands/layout";
import { BesideHand } from "./StrandParts";
import { halfWidth, type StrandPlace } from "../strands/strandShape";
import { words } from "./words";

interface Props {
  cue: Cue;
  strand: StrandView;
  place: StrandPlace;
  rows: readonly Row[];
  x: number;
  full: number;
}

/** How near its end a fade can be grabbed, and the least height of a strand with room for both handles, in pixels. */
const nearest = 9;
const leastHeight = 44;

/** Handles where the fades of a selected strand reach full level, for dragging. */
export function FadeGrips(props: Props) {
  if (props.place.bottom - props.place.top < leastHeight) return null;
  return (
    <>
      <FadeGrip {...props} end="in" />
      <FadeGrip {...props} end="out" />
    </>
  );
}

function FadeGrip({ cue, strand, place, rows, x, full, end }: Props & { end: "in" | "out" }) {
  const { edit } = useOpenShow();
  const fade = end === "in" ? cue.fadeIn : cue.fadeOut;
  const longest = msOfFrames(strand.endFrame - strand.startFrame);
  const yOf = (ms: number) => {
    const within = framesOfMs(Math.min(ms, longest));
    return place.y(end === "in" ? strand.startFrame + within : strand.endFrame - within);
  };
  const msAt = (y: number) => {
    const long = end === "in" ? frameAt(rows, y) - strand.startFrame : strand.endFrame - frameAt(rows, y);
    return fadeLength(msOfFrames(long), longest);
  };

  const { held, bind } = useDragValue({
    valueAt: ({ y, startY }) => msAt(yOf(fade.ms) + y - startY),
    commit: (ms) => edit(changeFade(cue.id, end, () => ms)),
    scrolls: true,
  });

  const at = yOf(held?.value ?? fade.ms);
  const y = end === "in" ? Math.max(at, place.top + nearest) : Math.min(at, place.bottom - nearest);
  const half = halfWidth(cue.levelDb, full);
  return (
    <g {...bind()} className="cursor-ns-resize" data-grip={`fade-${end}`}>
      <title>{words.dragFade[end]}</title>
      <circle cx={x - half} cy={y} r={9} fill="transparent" />
      {held && (
        <path d={`M${x - half} ${y}H${x + half}`} stroke="currentColor" strokeDasharray="3 3" aria-hidden="true" />
      )}
      <circle cx={x - half} cy={y} r={4.5} fill="var(--color-base-100)" stroke="currentColor" strokeWidth={2} />
      {held && <BesideHand x={x + full + 8} y={y} text={seconds(held.value)} />}
    </g>
  );
}
