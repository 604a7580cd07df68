import type { Cue } from "../api/client";
import { useOpenShow } from "../show/openShow";
import { greatestDb, leastDb } from "../show/levelBounds";
import { decibels } from "../ui/format";
import { snap, useDragValue } from "../ui/useDragValue";
import type { Keys } from "../show/selection";
import { BesideHand } from "./StrandParts";
import { halfWidth, type StrandPlace } from "../strands/strandShape";
import { words } from "./words";

interface Props {
  cue: Cue;
  place: StrandPlace;
  x: number;
  full: number;
  /** All selected cues; their levels change together. */
  chosen: readonly string[];
  select: (cueId: string, keys: Keys) => void;
}

const dbPerPixel = 0.5;

/** The sides of a selected strand: dragged outward it gets louder, inward quieter. */
export function LevelSides({ cue, place, x, full, chosen, select }: Props) {
  const { edit } = useOpenShow();
  const { held, bind } = useDragValue<{ db: number; y: number }, -1 | 1>({
    valueAt: ({ x: px, y, startX }, side) => ({
      db: snap(cue.levelDb + side * (px - startX) * dbPerPixel, 0.5, leastDb, greatestDb),
      y,
    }),
    commit: ({ db }) =>
      db !== cue.levelDb &&
      edit({
        kind: "shiftLevels",
        cueIds: chosen.includes(cue.id) ? [...chosen] : [cue.id],
        byDb: db - cue.levelDb,
      }),
    press: (keys) => select(cue.id, keys),
  });

  const half = halfWidth(cue.levelDb, full);
  return (
    <>
      {([-1, 1] as const).map((side) => (
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
          <title>{words.dragLevel}</title>
        </rect>
      ))}
      {held && (
        <g className="pointer-events-none">
          {[-1, 1].map((side) => (
            <path
              key={side}
              d={`M${x + side * halfWidth(held.value.db, full)} ${place.top}V${place.bottom}`}
              stroke="currentColor"
              strokeDasharray="3 3"
            />
          ))}
          <BesideHand x={x + full + 8} y={held.value.y} text={decibels(held.value.db)} />
        </g>
      )}
    </>
  );
}
