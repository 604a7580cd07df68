import { useState } from "react";
import type { Cue } from "../api/client";
import { useActions } from "../shows/ShowContext";
import { decibels } from "../ui/format";
import { useDrag } from "../ui/useDrag";
import type { Keys } from "./selection";
import { BesideHand } from "./StrandParts";
import { halfWidth, type StrandPlace } from "./strandShape";

interface Props {
  cue: Cue;
  place: StrandPlace;
  x: number;
  full: number;
  /** All cues that are chosen: they get louder and quieter together. */
  chosen: readonly string[];
  select: (cueId: string, keys: Keys) => void;
}

const dbPerPixel = 0.5;

/** The sides of a chosen strand: drawn outward it is louder, inward quieter. */
export function LevelSides({ cue, place, x, full, chosen, select }: Props) {
  const { edit } = useActions();
  const [held, setHeld] = useState<{ db: number; y: number }>();

  const bind = useDrag<PointerEvent>(
    ({ args: [side], xy: [px, y], initial: [startX], last, tap, event, ...keys }) => {
      event.stopPropagation();
      if (tap) return select(cue.id, keys);
      const sheet = (event.target as Element | null)?.closest("svg")?.getBoundingClientRect();
      const asked = cue.levelDb + (side as number) * (px - startX) * dbPerPixel;
      const db = Math.round(Math.max(-60, Math.min(24, asked)) * 2) / 2;
      setHeld(last || !sheet ? undefined : { db, y: y - sheet.top });
      if (last && db !== cue.levelDb)
        edit({
          kind: "shiftLevels",
          cueIds: chosen.includes(cue.id) ? [...chosen] : [cue.id],
          byDb: db - cue.levelDb,
        });
    },
    { filterTaps: true },
  );

  const half = halfWidth(cue.levelDb, full);
  return (
    <>
      {[-1, 1].map((side) => (
        <rect
          key={side}
          {...bind(side)}
          x={x + side * half - 4}
          y={place.top + 5}
          width={8}
          height={Math.max(0, place.bottom - place.top - 10)}
          fill="transparent"
          className="cursor-ew-resize"
          data-grip={side < 0 ? "left" : "right"}
        >
          <title>Level: drag, or + and −</title>
        </rect>
      ))}
      {held && (
        <g className="pointer-events-none">
          {[-1, 1].map((side) => (
            <path
              key={side}
              d={`M${x + side * halfWidth(held.db, full)} ${place.top}V${place.bottom}`}
              stroke="currentColor"
              strokeDasharray="3 3"
            />
          ))}
          <BesideHand x={x + full + 8} y={held.y} words={decibels(held.db)} />
        </g>
      )}
    </>
  );
}
